package jordfell.lab.phone;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/** Reads Ombrel's XML dialect: well-formed, no document type, exactly the elements and attributes that it says. */
public final class OmbrelFile {

    private static final Map<String, Set<String>> ATTRIBUTES = Map.ofEntries(
            Map.entry("handset", Set.of("caption")),
            Map.entry("account", Set.of("place", "extension", "shown")),
            Map.entry("proof", Set.of("as", "with")),
            Map.entry(
                    "registrar",
                    Set.of(
                            "how", "at", "spare", "port", "over", "through", "hold", "renew", "tap", "from", "back",
                            "only")),
            Map.entry("messages", Set.of("dial")),
            Map.entry("divert", Set.of("all", "busy", "late", "after")),
            Map.entry("conduct", Set.of("quiet", "lift", "hidden", "refuse", "take", "park", "talk", "tune")),
            Map.entry("clock", Set.of("zone", "source", "spare", "every", "hours", "date", "summer")),
            Map.entry(
                    "calling",
                    Set.of(
                            "second", "voices", "slice", "cipher", "digits", "kind", "plan", "pause", "first", "urgent",
                            "hand", "missed")),
            Map.entry("panel", Set.of("words", "light", "bright", "letters", "idle", "number", "lock", "loud", "ear")),
            Map.entry("cable", Set.of("tag", "neighbours", "name", "mirror", "sip", "media", "low", "high")),
            Map.entry("books", Set.of("first", "second", "every", "order")),
            Map.entry("guard", Set.of("page", "user", "pass", "menu", "names")),
            Map.entry("service", Set.of("look", "spread", "pause", "user", "pass", "detail", "target", "port")),
            Map.entry("software", Set.of("version", "when")),
            Map.entry("key", Set.of("place", "kind", "target", "text")));

    private final List<PhoneConfig.Station> stations = new ArrayList<>();
    private final List<PhoneConfig.Key> keys = new ArrayList<>();
    private final Map<String, String> values = new TreeMap<>();
    private final Map<String, Map<String, String>> once = new TreeMap<>();
    private Map<String, String> account = Map.of();
    private Map<String, String> proof = Map.of();

    private OmbrelFile() {}

    /** Reads a whole file. */
    public static PhoneConfig read(String text) throws UnreadableFile {
        return OmbrelXml.read(text, new OmbrelFile()::parse);
    }

    private PhoneConfig parse(XMLStreamReader reader) throws XMLStreamException, UnreadableFile {
        while (reader.hasNext()) {
            int event = reader.next();
            String where = OmbrelXml.where(reader);
            if (event == XMLStreamConstants.DTD) {
                throw new UnreadableFile(where + "a document type");
            }
            if (event == XMLStreamConstants.START_ELEMENT) {
                element(reader.getLocalName(), OmbrelXml.attributes(reader, ATTRIBUTES, where), where);
            }
        }
        Map<String, String> handset = section("handset");
        Map<String, String> service = section("service");
        for (String name : List.of("clock", "calling", "panel", "cable", "books", "guard", "software")) {
            section(name);
        }
        Map<String, String> calls = section("calling");
        return PhoneConfig.of(
                        handset.get("caption"),
                        stations,
                        whole(service.get("look"), 1, 86_400, ""),
                        whole(service.get("pause"), 1, 3_600, ""),
                        keys,
                        values)
                .keeping(new PhoneConfig.Upkeep(
                        service.get("user"),
                        service.get("pass"),
                        section("software").get("version")))
                .dialling(new PhoneConfig.Dials(
                        calls.get("plan"), whole(calls.get("pause"), 1, 30, ""), calls.get("urgent"), ""))
                .living(new PhoneConfig.Habits(
                        whole(service.get("spread"), 0, 3_600, ""),
                        section("clock").get("source"),
                        whole(section("clock").get("every"), 60, 86_400, ""),
                        section("guard").get("names").equals("yes"),
                        new PhoneConfig.Log(
                                whole(service.get("detail"), 0, 7, ""),
                                service.get("target"),
                                whole(service.get("port"), 1, 65_535, ""))))
                .speaking(calls.get("voices"))
                .pressing(calls.get("digits"), whole(calls.get("kind"), 96, 127, ""))
                .reading(books(section("books")));
    }

    private void element(String name, Map<String, String> attributes, String where) throws UnreadableFile {
        attributes.forEach((attribute, value) -> values.put(name + "." + attribute, value));
        switch (name) {
            case "account" -> account = attributes;
            case "proof" -> proof = attributes;
            case "registrar" ->
                stations.add(new PhoneConfig.Station(
                        whole(account.get("place"), 1, 2, where),
                        account.get("extension"),
                        proof.get("as"),
                        proof.get("with"),
                        attributes.get("at"),
                        whole(attributes.get("hold"), 1, 86_400, where),
                        whole(attributes.get("from"), 1, 65_535, where),
                        PhoneConfig.Manner.of(
                                attributes.get("how").equals("list"),
                                attributes.get("spare"),
                                whole(attributes.get("port"), 0, 65_535, where),
                                whole(attributes.get("renew"), 50, 90, where),
                                attributes.get("over"),
                                whole(attributes.get("tap"), 0, 600, where))));
            case "key" ->
                keys.add(new PhoneConfig.Key(
                        whole(attributes.get("place"), 1, 999, where),
                        attributes.get("kind"),
                        attributes.get("target"),
                        attributes.get("text")));
            case "divert" -> {
                PhoneConfig.Sends sends = new PhoneConfig.Sends(
                        attributes.get("all"), attributes.get("late"), whole(attributes.get("after"), 5, 120, where));
                stations.add(stations.remove(stations.size() - 1).sending(sends));
            }
            case "messages" -> stations.add(stations.remove(stations.size() - 1).hearing(attributes.get("dial")));
            case "conduct" -> {}
            default -> {
                if (once.put(name, attributes) != null) {
                    throw new UnreadableFile(where + "second <" + name + ">");
                }
            }
        }
    }

    private static PhoneConfig.Books books(Map<String, String> books) throws UnreadableFile {
        return new PhoneConfig.Books(
                List.of(books.get("first"), books.get("second")), whole(books.get("every"), 300, 604_800, ""), true);
    }

    private Map<String, String> section(String name) throws UnreadableFile {
        Map<String, String> section = once.get(name);
        if (section == null) {
            throw new UnreadableFile("no <" + name + ">");
        }
        return section;
    }

    private static int whole(String value, int min, int max, String where) throws UnreadableFile {
        boolean number = value != null && value.matches("[0-9]{1,6}");
        if (!number || Integer.parseInt(value) < min || Integer.parseInt(value) > max) {
            throw new UnreadableFile(where + "“" + value + "” is not " + min + " to " + max);
        }
        return Integer.parseInt(value);
    }
}
