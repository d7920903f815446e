package jordfell.lab.phone;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Reads Korrin's key/value dialect as its phones do: strictly. Anything unknown, doubled, missing or out of range makes
 * the whole file useless, and the phone keeps what it had.
 */
public final class KorrinFile {

    /** A file the phone will not take; the message names the line. */
    public static final class Unreadable extends UnreadableFile {
        Unreadable(int line, String what) {
            super("line " + line + ": " + what);
        }
    }

    private static final Map<String, Set<String>> KEYS = Map.ofEntries(
            Map.entry("identity", Set.of("name")),
            Map.entry(
                    "station",
                    Set.of(
                            "number",
                            "caption",
                            "answer-as",
                            "answer-with",
                            "find-home",
                            "home",
                            "second-home",
                            "home-port",
                            "carry",
                            "by-way-of",
                            "lease",
                            "renew-at",
                            "nudge",
                            "own-port",
                            "recheck",
                            "go-back",
                            "only-home",
                            "messages",
                            "send-all",
                            "send-busy",
                            "send-late",
                            "late-after",
                            "may-hush",
                            "lifts-itself",
                            "shy",
                            "no-shy",
                            "take-other",
                            "lay-by",
                            "call-through",
                            "gather",
                            "chime",
                            "watch",
                            "report-to")),
            Map.entry("clock", Set.of("zone", "server", "next-server", "ask", "hours", "date", "summer")),
            Map.entry(
                    "calls",
                    Set.of(
                            "waiting",
                            "voices",
                            "slice",
                            "hush",
                            "cipher",
                            "digits",
                            "digits-type",
                            "plan",
                            "plan-pause",
                            "first-pause",
                            "urgent",
                            "page-at",
                            "page-port",
                            "hand-over",
                            "held-bell",
                            "tell-missed")),
            Map.entry("sound", Set.of("loud", "ear", "headset", "click")),
            Map.entry("screen", Set.of("tongue", "lit", "bright", "letters", "motto", "own-number", "lock")),
            Map.entry(
                    "wire",
                    Set.of(
                            "tag",
                            "tag-behind",
                            "port-behind",
                            "neighbours",
                            "address",
                            "name",
                            "names",
                            "names-too",
                            "mirror",
                            "sip-class",
                            "voice-class",
                            "voice-from",
                            "voice-to",
                            "longest",
                            "gate")),
            Map.entry("keys", Set.of("sidecars", "take", "yours")),
            Map.entry("key", Set.of("does", "at", "caption")),
            Map.entry("books", Set.of("one", "two", "three", "every", "sort", "callers", "own")),
            Map.entry("guard", Set.of("page", "page-as", "page-with", "menu", "console", "names", "authority")),
            Map.entry(
                    "upkeep",
                    Set.of(
                            "ask-every",
                            "spread",
                            "try-again",
                            "as",
                            "with",
                            "when",
                            "chatter",
                            "chatter-to",
                            "chatter-port",
                            "listen")),
            Map.entry("works", Set.of("version", "when")),
            Map.entry("end", Set.of()));

    /** Sections of which there are several, told apart by a number after a dot. */
    private static final Set<String> NUMBERED = Set.of("station", "key");

    private static final KorrinSections.Known KNOWN = new KorrinSections.Known() {
        @Override
        public boolean section(String name) {
            return KEYS.containsKey(kind(name))
                    && name.matches(NUMBERED.contains(kind(name)) ? "[a-z]+\\.[1-9][0-9]{0,2}" : "[a-z]+");
        }

        @Override
        public boolean key(String section, String key) {
            return KEYS.get(kind(section)).contains(key);
        }
    };

    private final Map<String, Map<String, String>> sections;

    private KorrinFile(Map<String, Map<String, String>> sections) {
        this.sections = sections;
    }

    /** Reads a whole file. */
    public static PhoneConfig read(String text) throws Unreadable {
        KorrinFile file = new KorrinFile(KorrinSections.read(text, KNOWN));
        file.needAll((int) text.lines().count());
        return file.toConfig();
    }

    /** Each section has each of its keys. */
    private void needAll(int lastLine) throws Unreadable {
        for (Map.Entry<String, Map<String, String>> entry : sections.entrySet()) {
            for (String key : KEYS.get(kind(entry.getKey()))) {
                if (!entry.getValue().containsKey(key)) {
                    throw new Unreadable(lastLine, "[" + entry.getKey() + "] lacks " + key);
                }
            }
        }
    }

    private static String kind(String section) {
        int dot = section.indexOf('.');
        return dot < 0 ? section : section.substring(0, dot);
    }

    private PhoneConfig toConfig() throws Unreadable {
        List<PhoneConfig.Station> stations = new ArrayList<>();
        List<PhoneConfig.Key> keys = new ArrayList<>();
        for (Map.Entry<String, Map<String, String>> entry : sections.entrySet()) {
            if (kind(entry.getKey()).equals("station")) {
                Map<String, String> v = entry.getValue();
                stations.add(new PhoneConfig.Station(
                        Integer.parseInt(entry.getKey().substring(8)),
                        v.get("number"),
                        v.get("answer-as"),
                        v.get("answer-with"),
                        v.get("home"),
                        whole(v, "lease", 1, 86_400),
                        whole(v, "own-port", 1, 65_535),
                        PhoneConfig.Manner.of(
                                word(v, "find-home", "srv", "list").equals("list"),
                                v.get("second-home"),
                                whole(v, "home-port", 0, 65_535),
                                whole(v, "renew-at", 50, 90),
                                word(v, "carry", "udp", "tcp", "tls", "dns"),
                                whole(v, "nudge", 0, 600)),
                        new PhoneConfig.Sends(v.get("send-all"), v.get("send-late"), whole(v, "late-after", 5, 120)),
                        v.get("messages")));
            } else if (kind(entry.getKey()).equals("key")) {
                Map<String, String> v = entry.getValue();
                keys.add(new PhoneConfig.Key(
                        Integer.parseInt(entry.getKey().substring(4)), v.get("does"), v.get("at"), v.get("caption")));
            }
        }
        Map<String, String> upkeep = section("upkeep");
        Map<String, String> calls = section("calls");
        Map<String, String> clock = section("clock");
        return PhoneConfig.of(
                        section("identity").get("name"),
                        stations,
                        whole(upkeep, "ask-every", 1, 86_400),
                        whole(upkeep, "try-again", 1, 3_600),
                        keys,
                        values())
                .keeping(new PhoneConfig.Upkeep(
                        upkeep.get("as"), upkeep.get("with"), section("works").get("version")))
                .dialling(new PhoneConfig.Dials(
                        calls.get("plan"),
                        whole(calls, "plan-pause", 1, 30),
                        calls.get("urgent"),
                        section("keys").get("take")))
                .living(new PhoneConfig.Habits(
                        whole(upkeep, "spread", 0, 3_600),
                        clock.get("server"),
                        whole(clock, "ask", 60, 86_400),
                        word(section("guard"), "names", "yes", "no").equals("yes"),
                        new PhoneConfig.Log(
                                whole(upkeep, "chatter", 0, 7),
                                upkeep.get("chatter-to"),
                                whole(upkeep, "chatter-port", 1, 65_535))))
                .speaking(calls.get("voices"))
                .pressing(calls.get("digits"), whole(calls, "digits-type", 96, 127))
                .reading(books(section("books")));
    }

    private static PhoneConfig.Books books(Map<String, String> books) throws Unreadable {
        return new PhoneConfig.Books(
                List.of(books.get("one"), books.get("two"), books.get("three")),
                whole(books, "every", 300, 604_800),
                word(books, "callers", "yes", "no").equals("yes"));
    }

    private Map<String, String> values() {
        Map<String, String> values = new HashMap<>();
        sections.forEach((section, entries) -> entries.forEach((key, value) -> values.put(section + "." + key, value)));
        return values;
    }

    private static String word(Map<String, String> section, String key, String... words) throws Unreadable {
        String value = section.getOrDefault(key, "");
        if (!List.of(words).contains(value)) {
            throw new Unreadable(1, key + " is “" + value + "”, not " + String.join(" or ", words));
        }
        return value;
    }

    private Map<String, String> section(String name) throws Unreadable {
        Map<String, String> section = sections.get(name);
        if (section == null) {
            throw new Unreadable(1, "no [" + name + "]");
        }
        return section;
    }

    private static int whole(Map<String, String> section, String key, int min, int max) throws Unreadable {
        String value = section.getOrDefault(key, "");
        if (!value.matches("[0-9]{1,6}") || Integer.parseInt(value) < min || Integer.parseInt(value) > max) {
            throw new Unreadable(1, key + " is “" + value + "”, not " + min + " to " + max);
        }
        return Integer.parseInt(value);
    }
}
