package jordfell.core.evidence;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/** The bytes of a datagram, exactly as they came. */
public final class Datagram implements Comparable<Datagram> {

    private final byte[] bytes;

    private Datagram(byte[] bytes) {
        this.bytes = bytes;
    }

    public static Datagram of(byte[] bytes) {
        return new Datagram(bytes.clone());
    }

    public static Datagram of(String text) {
        return new Datagram(text.getBytes(StandardCharsets.UTF_8));
    }

    public byte[] bytes() {
        return bytes.clone();
    }

    public int length() {
        return bytes.length;
    }

    /** For reading by people; what is not UTF-8 shows as the replacement character. */
    public String text() {
        return new String(bytes, StandardCharsets.UTF_8);
    }

    @Override
    public int compareTo(Datagram other) {
        return Arrays.compareUnsigned(bytes, other.bytes);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Datagram datagram && Arrays.equals(bytes, datagram.bytes);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(bytes);
    }

    @Override
    public String toString() {
        return bytes.length + " bytes";
    }
}
