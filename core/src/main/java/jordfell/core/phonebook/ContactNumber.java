package jordfell.core.phonebook;

import java.util.Locale;

/**
 * A number of a contact.
 *
 * @param number digits, {@code *} and {@code #}, or those of E.164 behind a plus
 */
public record ContactNumber(Kind kind, String number) {

    /** What it is to whoever has it. */
    public enum Kind {
        /** Of the same domain, or a service or place of it. */
        EXTENSION,
        WORK,
        MOBILE,
        HOME,
        OTHER;

        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }
}
