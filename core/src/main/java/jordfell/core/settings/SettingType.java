package jordfell.core.settings;

import java.net.URI;
import java.net.URISyntaxException;
import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jordfell.core.dialing.DigitMapSyntax;

/** What values a setting takes. */
public sealed interface SettingType {

    /** Why this value can't be used: what is wrong and what would be right. Empty when it can. */
    Optional<String> refuse(String value);

    /**
     * The type written as in the catalogue: {@code text 32}, {@code secret 64}, {@code whole 30..86400 s}, {@code choice
     * a|b}, {@code list a|b}, {@code yesno}, {@code host}, {@code url}, {@code book}, {@code zone}, {@code digitmap}, {@code version}.
     */
    static SettingType of(String written) {
        String[] parts = written.split(" ", 3);
        String given = parts.length > 1 ? parts[1] : "";
        return switch (parts[0]) {
            case "text" -> new Text(Integer.parseInt(given));
            case "secret" -> new Secret(Integer.parseInt(given));
            case "whole" -> {
                String[] ends = given.split("\\.\\.");
                yield new Whole(Long.parseLong(ends[0]), Long.parseLong(ends[1]), parts.length > 2 ? parts[2] : "");
            }
            case "choice" -> new Choice(List.of(given.split("\\|")));
            case "list" -> new Words(List.of(given.split("\\|")));
            case "yesno" -> new YesNo();
            case "host" -> new Host();
            case "url" -> new Url();
            case "book" -> new Book();
            case "zone" -> new Zone();
            case "digitmap" -> new DigitMap();
            case "version" -> new Version();
            default -> throw new IllegalArgumentException("no type of setting is written " + written);
        };
    }

    /** Any text of up to so many characters. */
    record Text(int longest) implements SettingType {
        @Override
        public Optional<String> refuse(String value) {
            if (value.length() > longest) {
                return Optional.of("It has " + value.length() + " characters; at most " + longest + " fit.");
            }
            if (value.chars().anyMatch(Character::isISOControl)) {
                return Optional.of("It holds a line break or control character; write it on one line.");
            }
            return Optional.empty();
        }
    }

    /** A whole number with a unit, both ends included. */
    record Whole(long min, long max, String unit) implements SettingType {
        @Override
        public Optional<String> refuse(String value) {
            String range = min + " to " + max + (unit.isEmpty() ? "" : " " + unit);
            if (!value.matches("-?[0-9]{1,12}")) {
                return Optional.of("“" + value + "” is not a whole number; " + range + " is.");
            }
            long number = Long.parseLong(value);
            return number < min || number > max
                    ? Optional.of(number + " is outside the range; " + range + " is allowed.")
                    : Optional.empty();
        }
    }

    /** One of a few words. */
    record Choice(List<String> options) implements SettingType {
        @Override
        public Optional<String> refuse(String value) {
            return options.contains(value)
                    ? Optional.empty()
                    : Optional.of("“" + value + "” is not offered; choose " + String.join(", ", options) + ".");
        }
    }

    /** {@code yes} or {@code no}. */
    record YesNo() implements SettingType {
        @Override
        public Optional<String> refuse(String value) {
            return value.equals("yes") || value.equals("no")
                    ? Optional.empty()
                    : Optional.of("“" + value + "” is neither yes nor no.");
        }
    }

    /** A host name (RFC 1123 §2.1) or IPv4 address, and nothing else. */
    record Host() implements SettingType {
        private static final Pattern NAME = Pattern.compile("(?=.{1,253}$)[A-Za-z0-9]([A-Za-z0-9-]{0,61}[A-Za-z0-9])?"
                + "(\\.[A-Za-z0-9]([A-Za-z0-9-]{0,61}[A-Za-z0-9])?)*");

        @Override
        public Optional<String> refuse(String value) {
            if (value.isBlank()) {
                return Optional.of("There is no host; write its name, such as voice.example.");
            }
            if (!value.equals(value.strip())) {
                return Optional.of("There is a blank " + (value.startsWith(" ") ? "before" : "after")
                        + " it; write the name alone: " + value.strip() + ".");
            }
            if (value.chars().anyMatch(Character::isWhitespace)) {
                return Optional.of("A host has no blanks; write one name alone, such as voice.example.");
            }
            Matcher scheme = SCHEME.matcher(value);
            if (scheme.lookingAt()) {
                return Optional.of("“" + scheme.group() + "” does not belong here; write the name alone: "
                        + hostOf(value.substring(scheme.end()).replaceFirst("^.*@", "")) + ".");
            }
            if (value.contains("://")) {
                String rest = value.substring(value.indexOf("://") + 3);
                return Optional.of("“" + value.substring(0, value.indexOf("://") + 3)
                        + "” does not belong here; write the name alone: " + hostOf(rest) + ".");
            }
            if (value.contains("/") || value.contains("@")) {
                return Optional.of("This is an address with a path or user; write the host alone: "
                        + hostOf(value.substring(value.indexOf('@') + 1)) + ".");
            }
            if (value.contains(":")) {
                return Optional.of("The port does not belong here; write the name alone: " + hostOf(value) + ".");
            }
            return NAME.matcher(value).matches()
                    ? Optional.empty()
                    : Optional.of("“" + value + "” is not a host name: letters, digits, hyphens and dots are.");
        }

        private static final Pattern SCHEME = Pattern.compile("(?i)(sips?|tel|https?|tftp):(?!//)");

        private static String hostOf(String text) {
            return text.replaceAll("[:/;?].*$", "");
        }
    }

    /** A time zone of the IANA database. */
    record Zone() implements SettingType {
        @Override
        public Optional<String> refuse(String value) {
            try {
                ZoneId.of(value);
                return Optional.empty();
            } catch (DateTimeException e) {
                return Optional.of("“" + value + "” is not a time zone; Etc/UTC and Etc/GMT-1 are.");
            }
        }
    }

    /** A text that is sealed where it lies and shown as dots. */
    record Secret(int longest) implements SettingType {
        @Override
        public Optional<String> refuse(String value) {
            return value.isEmpty()
                    ? Optional.of("It is empty; a secret has characters.")
                    : new Text(longest).refuse(value);
        }
    }

    /** Some of a few words, each once, in an order that matters; divided by commas. */
    record Words(List<String> options) implements SettingType {
        @Override
        public Optional<String> refuse(String value) {
            List<String> words = List.of(value.split(",", -1));
            for (String word : words) {
                if (!options.contains(word)) {
                    return Optional.of("“" + word + "” is not offered; choose among " + String.join(", ", options)
                            + ", divided by commas without blanks.");
                }
                if (words.indexOf(word) != words.lastIndexOf(word)) {
                    return Optional.of("“" + word + "” stands there twice; once is enough.");
                }
            }
            return Optional.empty();
        }
    }

    /** An address that begins with http:// or https:// (RFC 3986). */
    record Url() implements SettingType {
        private static final int LONGEST = 500;

        @Override
        public Optional<String> refuse(String value) {
            if (value.length() > LONGEST) {
                return Optional.of("It has " + value.length() + " characters; at most " + LONGEST + " fit.");
            }
            if (!value.startsWith("http://") && !value.startsWith("https://")) {
                return Optional.of("It does not begin with http:// or https://.");
            }
            try {
                String host = new URI(value).getHost();
                return host == null
                        ? Optional.of("“" + value + "” names no host; https://pbx.example/book.xml does.")
                        : Optional.empty();
            } catch (URISyntaxException e) {
                return Optional.of("“" + value + "” is no address: " + e.getReason() + " at character "
                        + (e.getIndex() + 1) + ".");
            }
        }
    }

    /** A phonebook by its name, or the address of one that is kept elsewhere. */
    record Book() implements SettingType {

        private static final int LONGEST = 60;

        /** Whether it is an address, from which the phone fetches it itself. */
        public static boolean isElsewhere(String value) {
            return value.startsWith("http://") || value.startsWith("https://");
        }

        @Override
        public Optional<String> refuse(String value) {
            if (isElsewhere(value)) {
                return new Url().refuse(value);
            }
            return value.contains("://")
                    ? Optional.of("“" + value + "” is no address of a phonebook; one begins with http:// or https://.")
                    : new Text(LONGEST).refuse(value);
        }
    }

    /** A digit map. */
    record DigitMap() implements SettingType {
        private static final int LONGEST = 500;

        @Override
        public Optional<String> refuse(String value) {
            return value.length() > LONGEST
                    ? Optional.of("It has " + value.length() + " characters; at most " + LONGEST + " fit.")
                    : DigitMapSyntax.refuse(value);
        }
    }

    /** A version of dotted whole numbers. */
    record Version() implements SettingType {
        @Override
        public Optional<String> refuse(String value) {
            return value.matches("[0-9]{1,9}(\\.[0-9]{1,9}){0,5}")
                    ? Optional.empty()
                    : Optional.of(
                            "“" + value + "” is not a version; whole numbers with dots between them are: 5.2.10.");
        }
    }
}
