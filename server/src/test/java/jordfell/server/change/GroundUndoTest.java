package jordfell.server.change;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import org.junit.jupiter.api.Test;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Domains, sites, models, families and templates stand in the History, and what was done to them can be taken back. */
class GroundUndoTest {

    private final Pier pier = new Pier(RunningServer.shared());

    private Map<String, Object> found(String path, long id) {
        for (JsonNode one : pier.client().get(path).json()) {
            if (one.path("id").asString().equals(Long.toString(id))) {
                return editable(one);
            }
        }
        throw new IllegalStateException(path + " " + id);
    }

    private static Map<String, Object> editable(JsonNode one) {
        return new HashMap<>(JsonMapper.shared().convertValue(one, new TypeReference<Map<String, Object>>() {}));
    }

    private JsonNode act(String title) {
        for (JsonNode act : pier.client().get("/api/acts").json()) {
            if (act.path("title").asString().equals(title)) {
                return act;
            }
        }
        throw new IllegalStateException("no act “" + title + "”");
    }

    private Answer undo(String title) {
        return pier.client().post("/api/acts/" + act(title).path("id").asLong() + "/undo", "");
    }

    private Answer redo(String title) {
        return pier.client().post("/api/acts/" + act(title).path("id").asLong() + "/redo", "");
    }

    private long site(String name) {
        return pier.client()
                .post(
                        "/api/sites",
                        Map.of(
                                "domainId",
                                pier.domainId,
                                "name",
                                name,
                                "natTimeout",
                                60,
                                "allowsLocalMacs",
                                true,
                                "timeServer",
                                "ntp.x.example"))
                .json()
                .path("id")
                .asLong();
    }

    private long template(String name) {
        return pier.client()
                .post("/api/templates", Map.of("domainId", pier.domainId, "name", name))
                .json()
                .path("id")
                .asLong();
    }

    private Answer set(String owner, String key, String value) {
        return pier.client().put("/api/settings/" + owner + "/" + key, Map.of("value", value));
    }

    private String value(String owner, String key) {
        return pier.client()
                .get("/api/settings/" + owner + "/" + key)
                .json()
                .path("value")
                .asString();
    }

    @Test
    void changeOfASiteIsTakenBackWithItsClockAndDoneAgain() {
        long id = site("Breakwater");
        Map<String, Object> wish = found("/api/sites", id);
        wish.put("name", "Outer breakwater");
        wish.put("timeServer", "ntp.y.example");
        pier.client().put("/api/sites/" + id, wish);
        assertThat(undo("changed site Outer breakwater").status()).isEqualTo(200);
        assertThat(found("/api/sites", id))
                .containsEntry("name", "Breakwater")
                .containsEntry("timeServer", "ntp.x.example");
        assertThat(redo("changed site Outer breakwater").status()).isEqualTo(200);
        assertThat(found("/api/sites", id))
                .containsEntry("name", "Outer breakwater")
                .containsEntry("timeServer", "ntp.y.example");
    }

    @Test
    void siteThatDevicesStandAtIsNotTakenAwayUnderThem() {
        site("Signal mast");
        pier.enrolledAt("Signal mast", "02-4B-7A-0E-20-01", "Mast", "");
        assertThat(undo("added site Signal mast").problemAt("/"))
                .startsWith("Others have come to use it since: undoing would take it away under them.");
    }

    @Test
    void changeOfADomainIsTakenBackWithItsNodesAndBlocks() {
        Map<String, Object> wish = new HashMap<>(Map.ofEntries(
                Map.entry("name", "undo.tarnholm.example"),
                Map.entry("realm", "undo"),
                Map.entry("expiryMin", 60),
                Map.entry("expiryUsual", 3600),
                Map.entry("expiryMax", 7200),
                Map.entry("contactLimit", 2),
                Map.entry("transports", "udp"),
                Map.entry("passwordShortest", 12),
                Map.entry("passwordScore", 2),
                Map.entry("outsideScore", 3),
                Map.entry("pinDigits", 4),
                Map.entry(
                        "nodes",
                        List.of(Map.of(
                                "name", "north", "host", "n.tarnholm.example", "address", "192.0.2.40", "port", 5060))),
                Map.entry("blocks", List.of(Map.of("first", 3000, "last", 3099, "purpose", "people")))));
        long id = pier.client().post("/api/domains", wish).json().path("id").asLong();
        Map<String, Object> before = found("/api/domains", id);
        Map<String, Object> after = new HashMap<>(before);
        after.put(
                "nodes",
                List.of(Map.of("name", "south", "host", "s.tarnholm.example", "address", "192.0.2.41", "port", 5070)));
        after.put("blocks", List.of());
        assertThat(pier.client().put("/api/domains/" + id, after).status()).isEqualTo(200);
        assertThat(undo("changed domain undo.tarnholm.example").status()).isEqualTo(200);
        Map<String, Object> now = found("/api/domains", id);
        assertThat(now.get("nodes")).isEqualTo(before.get("nodes"));
        assertThat(now.get("blocks")).isEqualTo(before.get("blocks"));
        // Whoever had it open is told: the version went on.
        assertThat(pier.client().put("/api/domains/" + id, after).status()).isEqualTo(412);
        assertThat(undo("added domain undo.tarnholm.example").problemAt("/")).isEmpty();
    }

    @Test
    void modelAndWhatWasNotedOfItAreTakenBack() {
        String id = pier.client()
                .post(
                        "/api/models",
                        Map.of("maker", "Brask", "name", "Undone", "family", "korrin", "lines", 2, "keys", 4))
                .json()
                .path("id")
                .asString();
        pier.client().post("/api/models/" + id + "/features", Map.of("feature", "paging", "verdict", "FAILS"));
        assertThat(undo("noted paging on Brask Undone: fails").status()).isEqualTo(200);
        assertThat(undo("added model Brask Undone").problemAt("/")).isEmpty();
        assertThat(pier.client().get("/api/models").toString()).doesNotContain("Undone");
        assertThat(redo("added model Brask Undone").status()).isEqualTo(200);
        assertThat(pier.client().get("/api/models").toString()).contains("Undone");
    }

    @Test
    void familyThatIsTakenBackIsNotWrittenAnyMore() {
        Map<String, Object> family = Map.of(
                "id",
                "undone",
                "name",
                "Undone",
                "contentType",
                "text/plain",
                "before",
                "u-",
                "after",
                ".set",
                "escaping",
                "KEY_VALUE",
                "body",
                "name={{label}}\n");
        // Asked for before there is one: that it was missing is not kept.
        Map<String, Object> model =
                Map.of("maker", "Brask", "name", "Early", "family", "undone", "lines", 1, "keys", 0);
        assertThat(pier.client().post("/api/models", model).problemAt("/family"))
                .contains("no family “undone”");
        assertThat(pier.client().post("/api/families", family).status()).isEqualTo(201);
        assertThat(pier.client().post("/api/models", model).status()).isEqualTo(201);
        assertThat(undo("added model Brask Early").status()).isEqualTo(200);
        assertThat(undo("wrote family Undone").status()).isEqualTo(200);
        assertThat(pier.client().post("/api/models", model).problemAt("/family"))
                .contains("no family “undone”");
    }

    @Test
    void wordOfATemplateIsTakenBackAsAChangeOfItsOwn() {
        long id = template("Undo words");
        set("TEMPLATE/" + id, "clock.server", "ntp.a.example");
        set("TEMPLATE/" + id, "clock.server", "ntp.b.example");
        long seen = version(id);
        assertThat(undo("set Time server for template Undo words").status()).isEqualTo(200);
        assertThat(value("TEMPLATE/" + id, "clock.server")).isEqualTo("ntp.a.example");
        JsonNode word = pier.client()
                .get("/api/settings/TEMPLATE/" + id + "/clock.server")
                .json();
        assertThat(word.path("past").get(0).path("was").asString()).isEqualTo("ntp.b.example");
        assertThat(pier.client()
                        .put(
                                "/api/settings/TEMPLATE/" + id + "/clock.server",
                                Map.of("value", "ntp.c.example"),
                                "If-Match",
                                "\"" + seen + "\"")
                        .status())
                .isEqualTo(412);
    }

    private long version(long template) {
        return pier.client()
                .get("/api/settings/TEMPLATE/" + template + "/clock.server")
                .json()
                .path("version")
                .asLong();
    }

    @Test
    void renamingIsNotTakenBackOnceAWordWasSet() {
        long id = template("Undo name");
        Map<String, Object> form = Map.of("name", "Undo renamed", "note", "", "version", 1);
        assertThat(pier.client().put("/api/templates/" + id, form).status()).isEqualTo(200);
        set("TEMPLATE/" + id, "clock.server", "ntp.a.example");
        assertThat(undo("changed template Undo renamed").problemAt("/"))
                .startsWith("Undo renamed was changed since, or is gone.");
        assertThat(value("TEMPLATE/" + id, "clock.server")).isEqualTo("ntp.a.example");
    }

    @Test
    void removedTemplateComesBackWithItsWordsAndKeys() {
        long id = template("Undo removal");
        set("TEMPLATE/" + id, "clock.server", "ntp.a.example");
        pier.client()
                .put(
                        "/api/keys/TEMPLATE/" + id,
                        Map.of("version", 0, "wishes", List.of(Map.of("position", 1, "kind", "LINE", "target", "1"))));
        assertThat(pier.client().delete("/api/templates/" + id).status()).isEqualTo(204);
        assertThat(undo("removed template Undo removal").status()).isEqualTo(200);
        assertThat(value("TEMPLATE/" + id, "clock.server")).isEqualTo("ntp.a.example");
        assertThat(pier.client().get("/api/keys/TEMPLATE/" + id).json().path("wishes"))
                .hasSize(1);
    }

    @Test
    void keysLaidOutAreTakenBackOnce() {
        long id = template("Undo keys");
        pier.client()
                .put(
                        "/api/keys/TEMPLATE/" + id,
                        Map.of("version", 0, "wishes", List.of(Map.of("position", 1, "kind", "LINE", "target", "1"))));
        assertThat(undo("laid out the keys of template Undo keys").status()).isEqualTo(200);
        assertThat(pier.client().get("/api/keys/TEMPLATE/" + id).json().path("wishes"))
                .isEmpty();
        assertThat(undo("laid out the keys of template Undo keys").problemAt("/"))
                .contains("was undone already by");
    }
}
