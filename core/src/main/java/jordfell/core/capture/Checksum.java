package jordfell.core.capture;

/** The checksum of the internet protocols (RFC 1071). */
public final class Checksum {

    private Checksum() {}

    /** The sum of these octets as numbers of two, not folded. */
    public static int sum(byte[] bytes, int from, int length) {
        int sum = 0;
        int even = length & ~1;
        for (int i = from; i < from + even; i += 2) {
            sum += (bytes[i] & 0xff) << 8 | bytes[i + 1] & 0xff;
        }
        return even == length ? sum : sum + ((bytes[from + even] & 0xff) << 8);
    }

    /** The ones’ complement of the ones’ complement sum; 0 where the octets hold a right checksum themselves. */
    public static short of(byte[] bytes, int from, int length, int more) {
        int sum = sum(bytes, from, length) + more;
        while (sum >> 16 != 0) {
            sum = (sum & 0xffff) + (sum >> 16);
        }
        return (short) ~sum;
    }
}
