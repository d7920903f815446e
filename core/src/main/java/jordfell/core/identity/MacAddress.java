package jordfell.core.identity;

import java.nio.ByteBuffer;
import java.util.HexFormat;

/**
 * An individual (unicast) 48-bit MAC address.
 *
 * @param bits the address in the low 48 bits, first octet highest (IEEE 802-2014 §8.2)
 */
public record MacAddress(long bits) implements Comparable<MacAddress> {

    private static final int DIGITS = 12;
    private static final HexFormat PAIRS = HexFormat.ofDelimiter("-").withUpperCase();
    private static final long ALL_ONES = 0xFFFF_FFFF_FFFFL;
    private static final long GROUP_BIT = 0x0100_0000_0000L;
    private static final long LOCAL_BIT = 0x0200_0000_0000L;

    public MacAddress {
        if ((bits & ~ALL_ONES) != 0 || bits == 0 || (bits & GROUP_BIT) != 0) {
            throw new IllegalArgumentException("not an individual 48-bit address: " + Long.toHexString(bits));
        }
    }

    /** Reads text that is known to be a valid address; use {@link MacReader} for anything a person wrote. */
    public static MacAddress of(String text) {
        if (MacReader.read(text) instanceof MacReading.Valid valid) {
            return valid.mac();
        }
        throw new IllegalArgumentException("not a MAC address: " + text);
    }

    /** Whether these bits would be a group (multicast or broadcast) address. */
    static boolean isGroup(long bits) {
        return (bits & GROUP_BIT) != 0;
    }

    /** Whether the address was made up locally rather than taken from a maker's block. */
    public boolean isLocallyAdministered() {
        return (bits & LOCAL_BIT) != 0;
    }

    /** Twelve lower-case digits without separators, as in file names: {@code 024b7a00531c}. */
    public String compact() {
        return HexFormat.of().toHexDigits(bits, DIGITS);
    }

    /** Six upper-case pairs with hyphens, as people compare them: {@code 02-4B-7A-00-53-1C}. */
    @Override
    public String toString() {
        byte[] eight = ByteBuffer.allocate(Long.BYTES).putLong(bits).array();
        return PAIRS.formatHex(eight, Long.BYTES - DIGITS / 2, Long.BYTES);
    }

    @Override
    public int compareTo(MacAddress other) {
        return Long.compare(bits, other.bits);
    }
}
