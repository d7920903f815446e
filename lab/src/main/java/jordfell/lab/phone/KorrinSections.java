package jordfell.lab.phone;

import java.util.LinkedHashMap;
import java.util.Map;

/** Takes a Korrin’s text apart: sections that are there once, with keys that are in them once, up to {@code [end]}. */
final class KorrinSections {

    /** What may stand in a text; names are given without their brackets. */
    interface Known {
        boolean section(String name);

        boolean key(String section, String key);
    }

    private final Known known;
    private final Map<String, Map<String, String>> sections = new LinkedHashMap<>();

    private KorrinSections(Known known) {
        this.known = known;
    }

    /** The sections in their order, {@code end} the last of them. */
    static Map<String, Map<String, String>> read(String text, Known known) throws KorrinFile.Unreadable {
        KorrinSections read = new KorrinSections(known);
        int number = read.all(text);
        if (!read.sections.containsKey("end")) {
            throw new KorrinFile.Unreadable(number, "no [end]: the file is cut short");
        }
        return read.sections;
    }

    private int all(String text) throws KorrinFile.Unreadable {
        String section = "";
        int number = 0;
        for (String raw : text.split("\n", -1)) {
            number++;
            if (raw.strip().startsWith("[")) {
                section = open(raw.strip(), number);
                continue;
            }
            String line = KorrinText.withoutComment(raw);
            if (!line.isBlank()) {
                value(section, line, number);
            }
        }
        return number;
    }

    private String open(String line, int number) throws KorrinFile.Unreadable {
        String name = line.endsWith("]") ? line.substring(1, line.length() - 1) : "";
        if (!known.section(name)) {
            throw new KorrinFile.Unreadable(number, "unknown section " + line);
        }
        if (sections.containsKey("end") || sections.put(name, new LinkedHashMap<>()) != null) {
            throw new KorrinFile.Unreadable(number, "section " + line + " where none may be");
        }
        return name;
    }

    private void value(String section, String line, int number) throws KorrinFile.Unreadable {
        int equals = line.indexOf('=');
        if (equals < 1) {
            throw new KorrinFile.Unreadable(number, "no “=”");
        }
        String key = line.substring(0, equals).strip();
        if (section.isEmpty() || !known.key(section, key)) {
            throw new KorrinFile.Unreadable(number, "unknown key " + key);
        }
        if (sections.get(section).put(key, KorrinText.unescape(line.substring(equals + 1), number)) != null) {
            throw new KorrinFile.Unreadable(number, "second " + key);
        }
    }
}
