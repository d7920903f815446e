package jordfell.lab.phone;

import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * Reads the dialect of the Brask 9, a phone that nobody supports: a first line that names the dialect, then lines of one
 * word and {@code name=value} pairs divided by single blanks, values written with percent signs (RFC 3986 §2.1), and
 * {@code done} at the end. A word that it does not know makes the whole file useless.
 */
public final class BraskFile {

    /** What the phone saved when somebody set it up by hand, years ago: all that is known of its dialect. */
    public static final String SAVED = """
            BRASK 1
            unit name=Store%20room
            line no=1 number=118 login=118 secret=saved-long-ago domain=old.example hold=1800 port=5060
            clock zone=Etc/UTC from=ntp.old.example
            rest look=600 pause=30
            button no=1 does=speed-dial call=112 text=Fire%20brigade
            done
            """;

    private static final Map<String, Set<String>> WORDS = Map.of(
            "unit", Set.of("name"),
            "line", Set.of("no", "number", "login", "secret", "domain", "hold", "port"),
            "clock", Set.of("zone", "from"),
            "rest", Set.of("look", "pause"),
            "button", Set.of("no", "does", "call", "text"),
            "done", Set.of());

    private final Map<String, Map<String, String>> once = new TreeMap<>();
    private final Map<String, String> values = new HashMap<>();
    private final List<PhoneConfig.Station> stations = new ArrayList<>();
    private final List<PhoneConfig.Key> keys = new ArrayList<>();

    private BraskFile() {}

    /** Reads a whole file. */
    public static PhoneConfig read(String text) throws UnreadableFile {
        return new BraskFile().parse(text);
    }

    private PhoneConfig parse(String text) throws UnreadableFile {
        String[] lines = text.split("\n", -1);
        if (!lines[0].equals("BRASK 1")) {
            throw new UnreadableFile("line 1: it does not begin with BRASK 1");
        }
        for (int i = 1; i < lines.length; i++) {
            if (!lines[i].isEmpty()) {
                line(lines[i], "line " + (i + 1) + ": ");
            }
        }
        for (String word : List.of("unit", "clock", "rest", "done")) {
            if (!once.containsKey(word)) {
                throw new UnreadableFile("it lacks “" + word + "”");
            }
        }
        Map<String, String> rest = once.get("rest");
        return PhoneConfig.of(
                        once.get("unit").get("name"),
                        stations,
                        whole(rest, "look", 30, 86_400, ""),
                        whole(rest, "pause", 1, 3_600, ""),
                        keys,
                        values)
                .living(new PhoneConfig.Habits(
                        0,
                        once.get("clock").get("from"),
                        PhoneConfig.Habits.NONE.clockEvery(),
                        true,
                        PhoneConfig.Log.NONE));
    }

    private void line(String line, String where) throws UnreadableFile {
        String[] parts = line.split(" ", -1);
        Set<String> wanted = WORDS.get(parts[0]);
        if (wanted == null) {
            throw new UnreadableFile(where + "it knows no “" + parts[0] + "”");
        }
        if (once.containsKey("done")) {
            throw new UnreadableFile(where + "something after “done”");
        }
        Map<String, String> pairs = new TreeMap<>();
        for (int i = 1; i < parts.length; i++) {
            int equals = parts[i].indexOf('=');
            if (equals < 1 || !wanted.contains(parts[i].substring(0, equals))) {
                throw new UnreadableFile(where + "“" + parts[i] + "” does not belong to " + parts[0]);
            }
            pairs.put(parts[i].substring(0, equals), decoded(parts[i].substring(equals + 1), where));
        }
        if (!pairs.keySet().equals(wanted)) {
            throw new UnreadableFile(where + parts[0] + " needs " + String.join(", ", new java.util.TreeSet<>(wanted)));
        }
        pairs.forEach((name, value) -> values.put(parts[0] + "." + name, value));
        switch (parts[0]) {
            case "line" ->
                stations.add(new PhoneConfig.Station(
                        whole(pairs, "no", 1, 2, where),
                        pairs.get("number"),
                        pairs.get("login"),
                        pairs.get("secret"),
                        pairs.get("domain"),
                        whole(pairs, "hold", 60, 86_400, where),
                        whole(pairs, "port", 1, 65_535, where),
                        PhoneConfig.Manner.bySrv("udp", 0)));
            case "button" ->
                keys.add(new PhoneConfig.Key(
                        whole(pairs, "no", 1, 6, where), pairs.get("does"), pairs.get("call"), pairs.get("text")));
            default -> {
                if (once.put(parts[0], pairs) != null) {
                    throw new UnreadableFile(where + "a second “" + parts[0] + "”");
                }
            }
        }
    }

    private static String decoded(String value, String where) throws UnreadableFile {
        if (value.chars().anyMatch(c -> c < 0x21 || c > 0x7e)) {
            throw new UnreadableFile(where + "a letter that is not written with percent signs");
        }
        try {
            return URLDecoder.decode(value.replace("+", "%2B"), StandardCharsets.UTF_8);
        } catch (IllegalArgumentException e) {
            throw new UnreadableFile(where + "a percent sign without two digits");
        }
    }

    private static int whole(Map<String, String> pairs, String name, int min, int max, String where)
            throws UnreadableFile {
        String value = pairs.getOrDefault(name, "");
        if (!value.matches("[0-9]{1,6}") || Integer.parseInt(value) < min || Integer.parseInt(value) > max) {
            throw new UnreadableFile(where + name + " is “" + value + "”, not " + min + " to " + max);
        }
        return Integer.parseInt(value);
    }
}
