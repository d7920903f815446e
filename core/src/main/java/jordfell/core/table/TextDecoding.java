package jordfell.core.table;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Decides how bytes are to be read as text, and between which readings a person has to. */
final class TextDecoding {

    /** What spreadsheet programs write where they don't write UTF-8; it holds all of ISO 8859-1's letters. */
    private static final Charset WESTERN = Charset.forName("windows-1252");

    private static final int LOOKED_AT = 4_096;

    /** Text and the encoding it was in. */
    record Decoded(String text, String encoding) {}

    /** What programs of other times and makers write; their letters lie where Latin-1 has others. */
    private static final Map<String, String> OTHERS = otherCharsets();

    private static final int LONGEST_SAMPLE = 60;
    private static final String UTF_8 = "UTF-8";

    /** The name of UTF-8 that a program took for Latin-1 and wrote down as UTF-8 once more. */
    static final String MENDED = "UTF-8 twice";

    private TextDecoding() {}

    private static Map<String, String> otherCharsets() {
        Map<String, String> others = new LinkedHashMap<>();
        if (Charset.isSupported("IBM850")) {
            others.put("DOS", "IBM850");
        }
        if (Charset.isSupported("x-MacRoman")) {
            others.put("Mac", "x-MacRoman");
        }
        return others;
    }

    /**
     * The readings between which the bytes themselves don’t decide, the likeliest first, each with a line in which they
     * differ. Empty where there is no doubt.
     */
    static List<TableReading.Reading> readings(byte[] bytes) {
        Optional<Decoded> usual = decode(bytes);
        if (usual.isEmpty()) {
            return List.of();
        }
        String text = usual.get().text();
        if (usual.get().encoding().equals(UTF_8)) {
            return mended(text)
                    .map(mended -> differing(Map.of(MENDED, mended), UTF_8, text))
                    .orElse(List.of());
        }
        if (!usual.get().encoding().equals("Latin-1")) {
            return List.of();
        }
        Map<String, String> others = new LinkedHashMap<>();
        OTHERS.forEach((name, charset) -> others.put(name, new String(bytes, Charset.forName(charset))));
        return differing(others, "Latin-1", text);
    }

    /** The text in the reading of this name; empty for a name that is none. */
    static Optional<Decoded> decode(byte[] bytes, String encoding) {
        if (encoding.equals(MENDED)) {
            return decode(bytes).flatMap(d -> mended(d.text())).map(t -> new Decoded(t, MENDED));
        }
        String charset = OTHERS.get(encoding);
        return charset != null
                ? Optional.of(new Decoded(new String(bytes, Charset.forName(charset)), encoding))
                : decode(bytes).filter(d -> d.encoding().equals(encoding));
    }

    /** “Ã…sa” as “Åsa”, if all that is not plain ASCII reads so. */
    private static Optional<String> mended(String text) {
        if (text.chars().noneMatch(c -> c == 'Ã' || c == 'Â')) {
            return Optional.empty();
        }
        byte[] again = text.getBytes(WESTERN);
        return new String(again, WESTERN).equals(text)
                ? strictly(again, 0, StandardCharsets.UTF_8).filter(t -> t.length() < text.length())
                : Optional.empty();
    }

    private static List<TableReading.Reading> differing(Map<String, String> others, String usual, String text) {
        List<String> lines = text.lines().toList();
        int at = 0;
        while (at < lines.size() && lines.get(at).chars().allMatch(c -> c < 0x80)) {
            at++;
        }
        if (at == lines.size()) {
            return List.of();
        }
        List<TableReading.Reading> readings = new ArrayList<>();
        readings.add(new TableReading.Reading(usual, sample(lines.get(at))));
        int line = at;
        others.forEach((name, other) -> readings.add(new TableReading.Reading(
                name, sample(other.lines().skip(line).findFirst().orElse("")))));
        return readings;
    }

    /** The part of a line around its first letter that is not plain ASCII. */
    private static String sample(String line) {
        int odd = 0;
        while (odd < line.length() && line.charAt(odd) < 0x80) {
            odd++;
        }
        int from = Math.max(0, Math.min(odd - LONGEST_SAMPLE / 2, line.length() - LONGEST_SAMPLE));
        return line.substring(from, Math.min(line.length(), from + LONGEST_SAMPLE));
    }

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
