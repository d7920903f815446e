package jordfell.lab.dhcp;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import jordfell.core.identity.MacAddress;

/**
 * A DHCP message on the wire (RFC 2131 §2): fixed fields, the magic cookie, and options (RFC 2132).
 *
 * @param transaction chosen by who asks, and repeated by who answers
 * @param offered {@code yiaddr}, the address that is offered or given; empty for none
 * @param options by code
 */
public record DhcpMessage(Kind kind, int transaction, MacAddress mac, String offered, Map<Integer, byte[]> options) {

    public static final int MASK = 1;
    public static final int ROUTER = 3;
    public static final int NAMES = 6;
    public static final int LASTS = 51;
    public static final int SERVER = 54;
    public static final int REQUESTED = 50;
    private static final int KIND = 53;
    private static final int END = 255;

    private static final int FIXED = 236;
    private static final int COOKIE = 0x63825363;
    private static final int LONGEST = 576;

    /** What it says (RFC 2132 §9.6). */
    public enum Kind {
        DISCOVER(1),
        OFFER(2),
        REQUEST(3),
        ACK(5),
        NAK(6);

        private final int code;

        Kind(int code) {
            this.code = code;
        }

        boolean isAnswer() {
            return this != DISCOVER && this != REQUEST;
        }
    }

    public DhcpMessage {
        options = Map.copyOf(options);
    }

    /** An option as text; empty if it has none. */
    public Optional<String> text(int option) {
        return Optional.ofNullable(options.get(option)).map(b -> new String(b, StandardCharsets.US_ASCII));
    }

    /** An option as an address; empty if it has none. */
    public Optional<String> address(int option) {
        return Optional.ofNullable(options.get(option))
                .filter(b -> b.length >= 4)
                .map(DhcpMessage::dotted);
    }

    /** An option as a number of seconds; 0 if it has none. */
    public long seconds(int option) {
        byte[] value = options.get(option);
        return value == null || value.length != 4 ? 0 : ByteBuffer.wrap(value).getInt() & 0xffff_ffffL;
    }

    /** Its bytes. */
    public byte[] bytes() {
        ByteBuffer fixed = ByteBuffer.allocate(FIXED + 4);
        fixed.put((byte) (kind.isAnswer() ? 2 : 1)).put((byte) 1).put((byte) 6).put((byte) 0);
        fixed.putInt(transaction);
        fixed.position(16);
        fixed.put(octets(offered.isEmpty() ? "0.0.0.0" : offered));
        fixed.position(28);
        fixed.putLong(Long.parseLong(mac.compact(), 16) << 16);
        fixed.putInt(FIXED, COOKIE);
        ByteArrayOutputStream all = new ByteArrayOutputStream();
        all.writeBytes(fixed.array());
        option(all, KIND, new byte[] {(byte) kind.code});
        new TreeMap<>(options).forEach((code, value) -> option(all, code, value));
        all.write(END);
        return all.toByteArray();
    }

    /** Reads one; empty for bytes that are none, or are of a kind that nobody here sends. */
    public static Optional<DhcpMessage> read(byte[] bytes) {
        if (bytes.length < FIXED + 5 || bytes.length > LONGEST || bytes[1] != 1 || bytes[2] != 6) {
            return Optional.empty();
        }
        ByteBuffer in = ByteBuffer.wrap(bytes);
        if (in.getInt(FIXED) != COOKIE) {
            return Optional.empty();
        }
        Map<Integer, byte[]> options = new TreeMap<>();
        int at = FIXED + 4;
        while (at < bytes.length && (bytes[at] & 0xff) != END) {
            if (bytes[at] == 0) {
                at++;
                continue;
            }
            if (at + 2 > bytes.length || at + 2 + (bytes[at + 1] & 0xff) > bytes.length) {
                return Optional.empty();
            }
            byte[] value = new byte[bytes[at + 1] & 0xff];
            System.arraycopy(bytes, at + 2, value, 0, value.length);
            options.put(bytes[at] & 0xff, value);
            at += 2 + value.length;
        }
        byte[] kind = options.remove(KIND);
        for (Kind known : Kind.values()) {
            if (kind != null && kind.length == 1 && kind[0] == known.code) {
                byte[] address = new byte[4];
                in.get(16, address);
                String offered = dotted(address);
                return mac(in.getLong(28) >>> 16)
                        .map(mac -> new DhcpMessage(
                                known, in.getInt(4), mac, offered.equals("0.0.0.0") ? "" : offered, options));
            }
        }
        return Optional.empty();
    }

    private static Optional<MacAddress> mac(long bits) {
        try {
            return Optional.of(new MacAddress(bits));
        } catch (IllegalArgumentException e) {
            return Optional.empty(); // everybody’s address, or nobody’s
        }
    }

    private static void option(ByteArrayOutputStream all, int code, byte[] value) {
        all.write(code);
        all.write(value.length);
        all.writeBytes(value);
    }

    static byte[] octets(String address) {
        byte[] octets = new byte[4];
        String[] parts = address.split("\\.", -1);
        for (int i = 0; i < 4; i++) {
            octets[i] = (byte) Integer.parseInt(parts[i]);
        }
        return octets;
    }

    private static String dotted(byte[] octets) {
        return (octets[0] & 0xff) + "." + (octets[1] & 0xff) + "." + (octets[2] & 0xff) + "." + (octets[3] & 0xff);
    }
}
