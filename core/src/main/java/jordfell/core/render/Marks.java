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

    /** Numbers of marks are written as two characters of a private area, which is room for more values than a file has. */
    private static final char FIRST = '\uE000';

    private static final int DIGITS = 6_000;
    private static final int HEAD = 3;

    private final List<BodyName> names = new ArrayList<>();

    /** A value as it is written in every file: without the characters that mark. */
    static String plain(String value) {
        return value.indexOf(BEGIN) < 0 && value.indexOf(END) < 0
                ? value
                : value.replace(String.valueOf(BEGIN), "").replace(String.valueOf(END), "");
    }

    /** The value between marks that remember what it is. */
    String mark(BodyName name, String value) {
        int number = names.size();
        names.add(name);
        return "" + BEGIN + (char) (FIRST + number / DIGITS) + (char) (FIRST + number % DIGITS) + value + END;
    }

    /** Escapes what stands between marks and leaves the marks. */
    static String escapeWithin(String text, Escaping escaping) {
        return text.length() > HEAD && text.charAt(0) == BEGIN
                ? text.substring(0, HEAD) + escaping.escape(text.substring(HEAD, text.length() - 1)) + END
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
                open = names.get((marked.charAt(i + 1) - FIRST) * DIGITS + marked.charAt(i + 2) - FIRST);
                i += HEAD - 1;
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
