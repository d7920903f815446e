package jordfell.core.sip;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.OptionalInt;

/**
 * Parts a stream of bytes into SIP messages (RFC 3261 §7.5, §18.3: on a stream Content-Length says where a message ends) and
 * the keep-alives between them (RFC 5626 §3.5.1).
 */
public final class SipStream {

    private static final byte[] END = "\r\n\r\n".getBytes(StandardCharsets.US_ASCII);

    private byte[] buffer = new byte[0];

    /** What was found in the stream. */
    public sealed interface Part {

        /** A message whole, with its body. */
        record Message(ByteBuffer bytes) implements Part {}

        /** Two line ends between messages: a question that one line end answers. */
        record Ping() implements Part {}

        /** Where the next message begins can’t be told any more. */
        record Lost(String why) implements Part {}
    }

    /** Takes what came next; after {@link Part.Lost} nothing more is to be taken. */
    public List<Part> take(byte[] bytes, int length) {
        byte[] joined = Arrays.copyOf(buffer, buffer.length + length);
        System.arraycopy(bytes, 0, joined, buffer.length, length);
        List<Part> parts = new ArrayList<>();
        int at = 0;
        while (true) {
            if (startsWith(joined, at, END)) {
                parts.add(new Part.Ping());
                at += END.length;
                continue;
            }
            int begin = at;
            while (begin < joined.length && isLineEnd(joined[begin]) && !mayBePing(joined, begin)) {
                begin++;
            }
            int body = bodyOf(joined, begin);
            if (body < 0) {
                at = begin;
                if (joined.length - at > SipMessage.LARGEST) {
                    parts.add(new Part.Lost("headers of more than " + SipMessage.LARGEST + " bytes"));
                }
                break;
            }
            OptionalInt declared = declared(new String(joined, begin, body - begin, StandardCharsets.UTF_8));
            if (declared.isEmpty() || body - begin + declared.getAsInt() > SipMessage.LARGEST) {
                parts.add(new Part.Lost(
                        declared.isEmpty()
                                ? "a message on a stream says its Content-Length"
                                : "a message of more than " + SipMessage.LARGEST + " bytes"));
                break;
            }
            int end = body + declared.getAsInt();
            if (end > joined.length) {
                at = begin;
                break;
            }
            parts.add(new Part.Message(ByteBuffer.wrap(Arrays.copyOfRange(joined, begin, end))));
            at = end;
        }
        buffer = Arrays.copyOfRange(joined, at, joined.length);
        return parts;
    }

    /** Where the body of the message at this place begins; -1 if its headers have not all come. */
    private static int bodyOf(byte[] bytes, int begin) {
        for (int i = begin; i + END.length <= bytes.length; i++) {
            if (startsWith(bytes, i, END)) {
                return i > begin ? i + END.length : -1;
            }
        }
        return -1;
    }

    private static OptionalInt declared(String head) {
        for (String line : head.split("\r\n")) {
            int colon = line.indexOf(':');
            String name = colon < 0 ? "" : line.substring(0, colon).strip().toLowerCase(Locale.ROOT);
            if (name.equals("content-length") || name.equals("l")) {
                String value = line.substring(colon + 1).strip();
                return value.matches("[0-9]{1,6}") ? OptionalInt.of(Integer.parseInt(value)) : OptionalInt.empty();
            }
        }
        return OptionalInt.empty();
    }

    /** A line end that may be the first of two; not yet known before more has come. */
    private static boolean mayBePing(byte[] bytes, int at) {
        for (int i = 0; i < END.length; i++) {
            if (at + i >= bytes.length) {
                return true;
            }
            if (bytes[at + i] != END[i]) {
                return false;
            }
        }
        return true;
    }

    private static boolean isLineEnd(byte b) {
        return b == '\r' || b == '\n';
    }

    private static boolean startsWith(byte[] bytes, int at, byte[] what) {
        return at + what.length <= bytes.length && Arrays.equals(bytes, at, at + what.length, what, 0, what.length);
    }
}
