package jordfell.core.planning;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** Ranges of IPv4 addresses in CIDR notation (RFC 4632 §3.1). */
public final class Networks {

    private Networks() {}

    /** The ranges of a text in which they are divided by blanks or commas. */
    public static List<String> of(String text) {
        return Arrays.stream(text.split("[,\\s]+")).filter(t -> !t.isEmpty()).toList();
    }

    /** Why the text is no range; empty if it is one. */
    public static Optional<String> refuse(String range) {
        return range.matches("[0-9]{1,3}(\\.[0-9]{1,3}){3}/([0-9]|[12][0-9]|3[0-2])")
                        && Arrays.stream(range.split("/")[0].split("\\."))
                                .allMatch(part -> Integer.parseInt(part) < 256)
                ? Optional.empty()
                : Optional.of("“" + range + "” is no range.");
    }

    /** Whether the text is an IPv4 address in its usual form: four numbers from 0 to 255. */
    public static boolean isAddress(String text) {
        return refuse(text + "/32").isEmpty() && text.indexOf('/') < 0;
    }

    /** Whether the address lies in one of the ranges; no address lies in none. */
    public static boolean contain(List<String> ranges, String address) {
        return ranges.stream().anyMatch(range -> contains(range, address));
    }

    private static boolean contains(String range, String address) {
        if (!isAddress(address)) {
            return false;
        }
        String[] parts = range.split("/");
        int length = Integer.parseInt(parts[1]);
        int mask = length == 0 ? 0 : -1 << (32 - length);
        return (bits(parts[0]) & mask) == (bits(address) & mask);
    }

    private static int bits(String address) {
        int bits = 0;
        for (String part : address.split("\\.")) {
            bits = bits << 8 | Integer.parseInt(part);
        }
        return bits;
    }
}
