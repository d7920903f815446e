package jordfell.core.table;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.Optional;

/** Decides how bytes are to be read as text. */
final class TextDecoding {

    /** What spreadsheet programs write where they don't write UTF-8; it holds all of ISO 8859-1's letters. */
    private static final Charset WESTERN = Charset.forName("windows-1252");

    private static final int LOOKED_AT = 4_096;

    /** Text and the encoding it was in. */
    record Decoded(String text, String encoding) {}

    private TextDecoding() {}

    /** The text, or empty if these bytes are no text at all. */
    static Optional<Decoded> decode(byte[] bytes) {
        if (startsWith(bytes, 0xEF, 0xBB, 0xBF)) {
            return strictly(bytes, 3, StandardCharsets.UTF_8).map(t -> new Decoded(t, "UTF-8"));
        }
        if (startsWith(bytes, 0xFF, 0xFE)) {
            return strictly(bytes, 2, StandardCharsets.UTF_16LE).map(t -> new Decoded(t, "UTF-16"));
        }
        if (startsWith(bytes, 0xFE, 0xFF)) {
            return strictly(bytes, 2, StandardCharsets.UTF_16BE).map(t -> new Decoded(t, "UTF-16"));
        }
        int[] zeros = zeros(bytes);
        int half = Math.min(LOOKED_AT, bytes.length) / 2;
        if (half > 1 && zeros[1] > half * 0.6 && zeros[0] == 0) {
            return strictly(bytes, 0, StandardCharsets.UTF_16LE).map(t -> new Decoded(t, "UTF-16"));
        }
        if (half > 1 && zeros[0] > half * 0.6 && zeros[1] == 0) {
            return strictly(bytes, 0, StandardCharsets.UTF_16BE).map(t -> new Decoded(t, "UTF-16"));
        }
        if (hasControls(bytes)) {
            return Optional.empty();
        }
        return strictly(bytes, 0, StandardCharsets.UTF_8)
                .map(t -> new Decoded(t, "UTF-8"))
                .or(() -> Optional.of(new Decoded(new String(bytes, WESTERN), "Latin-1")));
    }

    private static boolean startsWith(byte[] bytes, int... first) {
        for (int i = 0; i < first.length; i++) {
            if (bytes.length <= i || (bytes[i] & 0xFF) != first[i]) {
                return false;
            }
        }
        return true;
    }

    private static Optional<String> strictly(byte[] bytes, int from, Charset charset) {
        try {
            return Optional.of(charset.newDecoder()
                    .onMalformedInput(CodingErrorAction.REPORT)
                    .onUnmappableCharacter(CodingErrorAction.REPORT)
                    .decode(ByteBuffer.wrap(bytes, from, bytes.length - from))
                    .toString());
        } catch (CharacterCodingException e) {
            return Optional.empty();
        }
    }

    /** Zero bytes at even and odd places near the beginning: UTF-16 without a mark shows as one and not the other. */
    private static int[] zeros(byte[] bytes) {
        int[] zeros = new int[2];
        for (int i = 0; i < Math.min(LOOKED_AT, bytes.length); i++) {
            if (bytes[i] == 0) {
                zeros[i % 2]++;
            }
        }
        return zeros;
    }

    /** Control characters that no table holds: pictures, archives and documents are full of them. */
    private static boolean hasControls(byte[] bytes) {
        for (int i = 0; i < Math.min(LOOKED_AT, bytes.length); i++) {
            int b = bytes[i] & 0xFF;
            if (b < 0x20 && b != '\t' && b != '\n' && b != '\r' && b != '\f') {
                return true;
            }
        }
        return false;
    }
}
