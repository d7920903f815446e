package jordfell.core.phonebook;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Optional;

/** How the families that come with the product want their phonebooks; the bodies lie beside this class. Adapters have none. */
public final class ShippedPhonebooks {

    private ShippedPhonebooks() {}

    /** The body of a family’s phonebook; empty for a family that reads none. */
    public static Optional<String> body(String family) {
        try (InputStream in = ShippedPhonebooks.class.getResourceAsStream(family + ".mustache")) {
            return in == null ? Optional.empty() : Optional.of(new String(in.readAllBytes(), StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
