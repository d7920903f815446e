package jordfell.server.templates;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import tools.jackson.databind.JsonNode;

/** Templates and devices that follow them. */
abstract class TemplatesFixture {

    final Pier pier = new Pier(RunningServer.shared());

    long template(String name, Long parentId) {
        Map<String, Object> wish = parentId == null
                ? Map.of("domainId", pier.domainId, "name", name)
                : Map.of("domainId", pier.domainId, "name", name, "parentId", parentId);
        Answer answer = pier.client().post("/api/templates", wish);
        assertThat(answer.status()).isEqualTo(201);
        return answer.json().path("id").asLong();
    }

    Answer put(String layer, Object owner, String key, Object value, boolean locked) {
        return pier.client()
                .put("/api/settings/" + layer + "/" + owner + "/" + key, Map.of("value", value, "locked", locked));
    }

    JsonNode setting(long device, String key) {
        for (JsonNode s :
                pier.client().get("/api/devices/" + device + "/settings").json().path("settings")) {
            if (s.path("key").asString().equals(key)) {
                return s;
            }
        }
        throw new IllegalStateException("no setting " + key);
    }

    long following(long template, String mac, String number) {
        Answer answer = pier.client()
                .post(
                        "/api/intake",
                        Map.of(
                                "rows",
                                List.of(Map.of(
                                        "device",
                                        mac,
                                        "model",
                                        "korrin-k24",
                                        "site",
                                        "Eskvik Pier",
                                        "label",
                                        "Desk " + number,
                                        "extension",
                                        number,
                                        "template",
                                        nameOf(template)))));
        assertThat(answer.status()).isEqualTo(201);
        return answer.json().path("deviceIds").get(0).asLong();
    }

    String nameOf(long template) {
        for (JsonNode t : pier.client().get("/api/ground").json().path("templates")) {
            if (t.path("id").asLong() == template) {
                return t.path("name").asString();
            }
        }
        throw new IllegalStateException("no template " + template);
    }
}
