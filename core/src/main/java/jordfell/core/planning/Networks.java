package jordfell.core.planning;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Pattern;
import java.util.stream.LongStream;
import java.util.stream.Stream;

/** Ranges of IPv4 addresses in CIDR notation (RFC 4632 §3.1). */
public final class Networks {

    private static final Pattern BETWEEN = Pattern.compile("[,\\s]+");
    private static final int PARTS = 4;
    private static final int LONGEST_PART = 3;

    private Networks() {}

    /** A range: its first address, and the bits that all of its addresses have in common with that. */
    private record Range(int address, int mask) {

        boolean contains(int other) {
            return (address & mask) == (other & mask);
        }
    }

    /** The ranges of a text in which they are divided by blanks or commas. */
    public static List<String> of(String text) {
        return text.isEmpty()
                ? List.of()
                : Arrays.stream(BETWEEN.split(text)).filter(t -> !t.isEmpty()).toList();
    }

    /** Why the text is no range; empty if it is one. */
    public static Optional<String> refuse(String range) {
        return range(range).isPresent() ? Optional.empty() : Optional.of("“" + range + "” is no range.");
    }

    /** Whether the text is an IPv4 address in its usual form: four numbers from 0 to 255. */
    public static boolean isAddress(String text) {
        return bits(text).isPresent();
    }

    /** Whether the address lies in one of the ranges; no address lies in none, and no text that is none in any. */
    public static boolean contain(List<String> ranges, String address) {
        OptionalInt bits = bits(address);
        return bits.isPresent()
                && ranges.stream()
                        .anyMatch(text -> range(text)
                                .filter(range -> range.contains(bits.getAsInt()))
                                .isPresent());
    }

    /** The addresses that things in these ranges may have, in their order; those of a network itself and for all in it are none. */
    public static Stream<String> hosts(List<String> ranges) {
        return ranges.stream()
                .flatMap(text -> range(text).stream())
                .flatMap(range -> LongStream.rangeClosed(1, Integer.toUnsignedLong(~range.mask()) - 1)
                        .mapToObj(host -> text((range.address() & range.mask()) + (int) host)));
    }

    /** The last address that something in the first of these ranges may have; empty without one. */
    public static Optional<String> lastHost(List<String> ranges) {
        return ranges.stream()
                .flatMap(text -> range(text).stream())
                .filter(range -> Integer.toUnsignedLong(~range.mask()) > 2)
                .map(range -> text((range.address() | ~range.mask()) - 1))
                .findFirst();
    }

    private static String text(int address) {
        return (address >>> 24) + "." + (address >>> 16 & 255) + "." + (address >>> 8 & 255) + "." + (address & 255);
    }

    private static Optional<Range> range(String text) {
        int slash = text.indexOf('/');
        if (slash < 0) {
            return Optional.empty();
        }
        OptionalInt address = bits(text.substring(0, slash));
        int length = number(text, slash + 1, text.length(), 2);
        boolean hasNeedlessZero = text.length() - slash > 2 && text.charAt(slash + 1) == '0';
        return address.isPresent() && length >= 0 && length <= 32 && !hasNeedlessZero
                ? Optional.of(new Range(address.getAsInt(), length == 0 ? 0 : -1 << (32 - length)))
                : Optional.empty();
    }

    /** The 32 bits of an address. */
    private static OptionalInt bits(String address) {
        int bits = 0;
        int from = 0;
        for (int part = 1; part <= PARTS; part++) {
            int to = part == PARTS ? address.length() : address.indexOf('.', from);
            int number = to < 0 ? -1 : number(address, from, to, LONGEST_PART);
            if (number < 0 || number > 255) {
                return OptionalInt.empty();
            }
            bits = bits << 8 | number;
            from = to + 1;
        }
        return OptionalInt.of(bits);
    }

    /** The digits of a part of a text as a number; -1 if they are none, too many, or anything else. */
    private static int number(String text, int from, int to, int most) {
        if (from >= to || to - from > most) {
            return -1;
        }
        int number = 0;
        for (int i = from; i < to; i++) {
            char digit = text.charAt(i);
            if (digit < '0' || digit > '9') {
                return -1;
            }
            number = number * 10 + digit - '0';
        }
        return number;
    }
}
