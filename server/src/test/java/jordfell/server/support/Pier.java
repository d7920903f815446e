package jordfell.server.support;

import java.util.List;
import java.util.Map;
import jordfell.server.records.SiteStore;
import jordfell.server.support.RunningServer.Answer;
import jordfell.server.support.RunningServer.Client;
import tools.jackson.databind.JsonNode;

/** Eskvik Pier as tests need it: a site, its template, and short ways to do what screens do. */
public final class Pier {

    public static final String DOMAIN = "voice.tarnholm.example";

    private final RunningServer server;
    private final Client client;
    public final long siteId;
    public final long templateId;
    public final long domainId;

    public Pier(RunningServer server) {
        this.server = server;
        this.client = server.technician();
        JsonNode ground = client.get("/api/ground").json();
        JsonNode pier = named(ground.path("sites"), "Eskvik Pier");
        this.siteId = pier.path("id").asLong();
        this.domainId = pier.path("domainId").asLong();
        this.templateId =
                named(ground.path("templates"), "Ticket window").path("id").asLong();
        // Its template has a key that watches the harbour radio; whoever was here before has made that.
        client.post("/api/extensions", Map.of("domainId", domainId, "number", "2400", "displayName", "Harbour radio"));
    }

    private static JsonNode named(JsonNode all, String name) {
        for (JsonNode one : all) {
            if (one.path("name").asString().equals(name)) {
                return one;
            }
        }
        throw new IllegalStateException("none is called " + name);
    }

    /** The unguessable part of the pier's provisioning address. */
    public String token() {
        return server.bean(SiteStore.class).find(siteId).orElseThrow().token();
    }

    public Client client() {
        return client;
    }

    public Answer enrol(Map<String, String> row) {
        return client.post(
                "/api/intake",
                Map.of("defaults", Map.of("site", "Eskvik Pier", "template", "Ticket window"), "rows", List.of(row)));
    }

    /** Enrols a K24 with these extensions, and gives its id. */
    public long enrolled(String mac, String label, String extension, String second) {
        Answer answer = enrol(Map.of(
                "device",
                mac,
                "model",
                "korrin-k24",
                "label",
                label,
                "extension",
                extension,
                "secondLine",
                second,
                "decision",
                "label"));
        if (answer.status() != 201) {
            throw new IllegalStateException(answer.toString());
        }
        return answer.json().path("deviceIds").get(0).asLong();
    }

    /** Enrols a K24 at another site of the domain, and gives its id. */
    public long enrolledAt(String site, String mac, String label, String extension) {
        return client.post(
                        "/api/intake",
                        Map.of(
                                "rows",
                                List.of(Map.of(
                                        "device",
                                        mac,
                                        "model",
                                        "korrin-k24",
                                        "site",
                                        site,
                                        "label",
                                        label,
                                        "extension",
                                        extension))))
                .json()
                .path("deviceIds")
                .get(0)
                .asLong();
    }

    /** Plugs a phone of this MAC in at the pier. */
    public void unbox(String mac) {
        Answer answer = client.post("/api/lab/phones", Map.of("mac", mac, "modelId", "korrin-k24", "siteId", siteId));
        if (answer.status() != 201) {
            throw new IllegalStateException(answer.toString());
        }
    }

    public void release(long deviceId) {
        Answer answer = client.post("/api/devices/" + deviceId + "/release", Map.of());
        if (answer.status() != 200) {
            throw new IllegalStateException(answer.toString());
        }
    }

    public JsonNode sheet(long deviceId) {
        return client.get("/api/devices/" + deviceId).json();
    }

    public String rail(long deviceId) {
        return sheet(deviceId).path("rail").asString();
    }

    /** The first finding's sentence, empty if there is none. */
    public String sentence(long deviceId) {
        return sheet(deviceId).path("findings").path(0).path("sentence").asString("");
    }

    public void untilRail(long deviceId, String beginning) {
        RunningServer.until(
                "rail " + beginning + "…, is " + rail(deviceId),
                () -> rail(deviceId).startsWith(beginning));
    }

    public long extensionId(String number) {
        for (JsonNode row : client.get("/api/extensions?domainId=" + domainId + "&q=" + number)
                .json()
                .path("rows")) {
            if (row.path("number").asString().equals(number)) {
                return row.path("id").asLong();
            }
        }
        throw new IllegalStateException("no extension " + number);
    }

    public RunningServer server() {
        return server;
    }
}
