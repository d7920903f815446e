package jordfell.core.capture;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.function.Consumer;

/**
 * Parts the bytes of a text into lines, as they come: UTF-8, UTF-16 by its mark or by its zeros, and where a line is no UTF-8,
 * windows-1252.
 */
final class LogLines {

    /** In bytes; what is longer is parted there. */
    private static final int LONGEST = 1 << 16;

    private static final Charset WESTERN = Charset.forName("windows-1252");

    private final Consumer<String> to;
    private final ByteArrayOutputStream line = new ByteArrayOutputStream();
    private final Charset wide;
    private final boolean isWide;
    private final boolean isBig;
    private boolean isFirst = true;

    /** Lines of a text that begins so. */
    LogLines(byte[] head, Consumer<String> to) {
        this.to = to;
        this.isBig = isBig(head);
        this.isWide = isWide(head);
        this.wide = isBig ? StandardCharsets.UTF_16BE : StandardCharsets.UTF_16LE;
    }

    /** Whether a text that begins so is UTF-16. */
    static boolean isWide(byte[] head) {
        return isBig(head) || head.length > 3 && (is(head, 0xff, 0xfe) || head[0] != 0 && head[1] == 0 && head[3] == 0);
    }

    private static boolean isBig(byte[] head) {
        return head.length > 3 && (is(head, 0xfe, 0xff) || head[0] == 0 && head[1] != 0 && head[2] == 0);
    }

    private static boolean is(byte[] head, int first, int second) {
        return (head[0] & 0xff) == first && (head[1] & 0xff) == second;
    }

    void take(byte[] bytes, int from, int length) {
        for (int i = from; i < from + length; i++) {
            line.write(bytes[i]);
            if (bytes[i] == '\n' && (!isWide || isBig && line.size() % 2 == 0) || line.size() >= LONGEST) {
                flush();
            } else if (isWide && !isBig && bytes[i] == 0 && line.size() % 2 == 0 && endsLittle()) {
                flush();
            }
        }
    }

    void end() {
        if (line.size() > 0) {
            flush();
        }
    }

    private boolean endsLittle() {
        byte[] all = line.toByteArray();
        return all.length > 1 && all[all.length - 2] == '\n';
    }

    private void flush() {
        byte[] bytes = line.toByteArray();
        line.reset();
        String text = isWide ? new String(bytes, wide) : narrow(bytes);
        if (isFirst && text.startsWith("\ufeff")) {
            text = text.substring(1);
        }
        isFirst = false;
        to.accept(text.replaceFirst("[\\r\\n]+$", ""));
    }

    private static String narrow(byte[] bytes) {
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(bytes))
                    .toString();
        } catch (CharacterCodingException e) {
            return new String(bytes, WESTERN);
        }
    }
}
