package jordfell.core.render;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;

/** The families that come with the product; their bodies lie beside this class. */
public final class ShippedFamilies {

    private static final List<Family> ALL = List.of(
            family("korrin", "Korrin", "text/plain;charset=UTF-8", "", ".korrin", Escaping.KEY_VALUE, Letters.ALL),
            family("ombrel", "Ombrel", "application/xml", "ombrel-", ".xml", Escaping.XML, Letters.WESTERN),
            family("tessaro", "Tessaro", "application/json", "t-", ".json", Escaping.JSON, Letters.ALL),
            family("quillon", "Quillon", "application/json", "quillon-", ".json", Escaping.JSON, Letters.ALL));

    private ShippedFamilies() {}

    public static List<Family> all() {
        return ALL;
    }

    public static Optional<Family> find(String id) {
        return ALL.stream().filter(family -> family.id().equals(id)).findFirst();
    }

    private static Family family(
            String id,
            String name,
            String contentType,
            String before,
            String after,
            Escaping escaping,
            Letters letters) {
        String body = text(id + ".mustache")
                .orElseThrow(() -> new IllegalStateException(id + ".mustache is not on the class path"));
        String phonebook = text(id + "-phonebook.mustache").orElse(""); // adapters read none
        return new Family(id, name, contentType, before, after, escaping, body, phonebook, letters);
    }

    private static Optional<String> text(String file) {
        try (InputStream in = ShippedFamilies.class.getResourceAsStream(file)) {
            return in == null ? Optional.empty() : Optional.of(new String(in.readAllBytes(), StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
