package jordfell.core.capture;

import java.nio.charset.StandardCharsets;
import java.util.List;

/** Tells SIP from what else goes over a wire, by its first bytes. */
final class SipBytes {

    private static final byte[] RESPONSE = bytes("SIP/2.0 ");

    /** RFC 3261, 3262, 3265, 3311, 3428, 3515, 3903, 6086. */
    private static final List<byte[]> METHODS = List.of(
            bytes("REGISTER "),
            bytes("SUBSCRIBE "),
            bytes("NOTIFY "),
            bytes("OPTIONS "),
            bytes("INVITE "),
            bytes("ACK "),
            bytes("BYE "),
            bytes("CANCEL "),
            bytes("PUBLISH "),
            bytes("INFO "),
            bytes("REFER "),
            bytes("MESSAGE "),
            bytes("UPDATE "),
            bytes("PRACK "));

    /** Whether anything that is SIP begins with a byte: nearly all that goes over a wire is told from it by that. */
    private static final boolean[] FIRST = new boolean[128];

    static {
        FIRST[RESPONSE[0]] = true;
        METHODS.forEach(method -> FIRST[method[0]] = true);
    }

    private static final byte[] URI = bytes("sip");
    private static final byte[] PHONE_URI = bytes("tel:");

    private SipBytes() {}

    /** Whether a message begins there. */
    static boolean beginMessage(byte[] bytes, int from, int length) {
        if (length <= 0 || bytes[from] < 0 || !FIRST[bytes[from]]) {
            return false;
        }
        int end = from + length;
        if (starts(bytes, from, end, RESPONSE)) {
            return true;
        }
        for (byte[] method : METHODS) {
            if (starts(bytes, from, end, method)) {
                int uri = from + method.length;
                return starts(bytes, uri, end, URI) || starts(bytes, uri, end, PHONE_URI);
            }
        }
        return false;
    }

    /** Where the next message begins at a line’s start; the length if none does. */
    static int nextMessage(byte[] bytes) {
        for (int i = 0; i < bytes.length; i++) {
            if ((i == 0 || bytes[i - 1] == '\n') && beginMessage(bytes, i, bytes.length - i)) {
                return i;
            }
        }
        return bytes.length;
    }

    /** Whether it is the beginning of a TLS record (RFC 8446 §5.1). */
    static boolean isSealed(byte[] bytes, int from, int length) {
        return length > 5 && bytes[from] >= 0x14 && bytes[from] <= 0x17 && bytes[from + 1] == 3 && bytes[from + 2] <= 4;
    }

    private static boolean starts(byte[] bytes, int from, int end, byte[] what) {
        if (from + what.length > end) {
            return false;
        }
        for (int i = 0; i < what.length; i++) {
            if (bytes[from + i] != what[i]) {
                return false;
            }
        }
        return true;
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.US_ASCII);
    }
}
