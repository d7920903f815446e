package jordfell.core.render;

import java.util.ArrayList;
import java.util.List;

/**
 * Marks in a text that say where a value begins and ends. They are noncharacters (Unicode §23.7), which no text from
 * outside may hold: they are taken out of values first.
 */
final class Marks {

    private static final char BEGIN = '\uFDD0';
    private static final char END = '\uFDD1';

    /** Numbers of marks are written as one character of a private area; a file with more values leaves the rest unmarked. */
    private static final char FIRST = '\uE000';

    private static final int MOST = 6_000;

    private final List<BodyName> names = new ArrayList<>();

    /** The value between marks that remember what it is. */
    String mark(BodyName name, String value) {
        String plain = value.indexOf(BEGIN) < 0 && value.indexOf(END) < 0
                ? value
                : value.replace(String.valueOf(BEGIN), "").replace(String.valueOf(END), "");
        if (names.size() >= MOST) {
            return plain;
        }
        names.add(name);
        return BEGIN + String.valueOf((char) (FIRST + names.size() - 1)) + plain + END;
    }

    /** Escapes what stands between marks and leaves the marks. */
    static String escapeWithin(String text, Escaping escaping) {
        return text.length() >= 3 && text.charAt(0) == BEGIN
                ? text.substring(0, 2) + escaping.escape(text.substring(2, text.length() - 1)) + END
                : escaping.escape(text);
    }

    /** Takes the marks out and says what they were around. */
    MarkedFile read(String marked) {
        StringBuilder plain = new StringBuilder(marked.length());
        List<MarkedFile.Spot> spots = new ArrayList<>();
        int line = 0;
        int lineStart = 0;
        BodyName open = null;
        int from = 0;
        for (int i = 0; i < marked.length(); i++) {
            char c = marked.charAt(i);
            if (c == BEGIN) {
                open = names.get(marked.charAt(++i) - FIRST);
                from = plain.length() - lineStart;
            } else if (c == END) {
                if (open != null) {
                    spots.add(new MarkedFile.Spot(line, from, plain.length() - lineStart, open));
                }
                open = null;
            } else {
                plain.append(c);
                if (c == '\n') {
                    line++;
                    lineStart = plain.length();
                }
            }
        }
        return new MarkedFile(plain.toString(), spots);
    }
}
