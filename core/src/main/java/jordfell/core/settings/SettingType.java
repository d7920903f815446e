package jordfell.core.settings;

import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/** What values a setting takes. */
public sealed interface SettingType {

    /** Why this value can't be used: what is wrong and what would be right. Empty when it can. */
    Optional<String> refuse(String value);

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
            if (value.isBlank() || !value.equals(value.strip()) || value.contains(" ")) {
                return Optional.of("A host has no blanks; write the name alone, such as voice.example.");
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

        private static String hostOf(String text) {
            return text.replaceAll("[:/].*$", "");
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
}
