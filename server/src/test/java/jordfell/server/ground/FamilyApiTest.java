package jordfell.server.ground;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A phone that nobody supports is brought up with a family that a technician wrote. */
class FamilyApiTest {

    private static final String BODY = """
            BRASK 1
            unit name={{label}}
            {{#stations}}
            line no={{position}} number={{number}} login={{authUser}} secret={{password}} \
            domain={{line.registration.registrar}} hold={{line.registration.expiry}} port={{line.registration.local-port}}
            {{/stations}}
            clock zone={{setting.clock.zone}} from={{setting.clock.server}}
            rest look={{setting.provisioning.check-every}} pause={{setting.registration.retry}}
            done
            """;

    private final Pier pier = new Pier(RunningServer.shared());

    private static Map<String, Object> family(String id, String body) {
        return new HashMap<>(Map.of(
                "id",
                id,
                "name",
                "Family " + id,
                "contentType",
                "text/plain",
                "before",
                "b9-",
                "after",
                ".set",
                "escaping",
                "PERCENT",
                "body",
                body));
    }

    @Test
    void unsupportedPhoneComesUpWithAWrittenFamilyAndModel() {
        assertThat(pier.client().post("/api/families", family("brask", BODY)).status())
                .isEqualTo(201);
        Answer model = pier.client()
                .post("/api/models", Map.of("maker", "Brask", "name", "9", "family", "brask", "lines", 2, "keys", 6));
        assertThat(model.json().path("id").asString()).isEqualTo("brask-9");
        String mac = "02-B0-9A-00-10-01";
        Answer enrolled =
                pier.enrol(Map.of("device", mac, "model", "brask-9", "label", "Cupboard phone", "extension", "2454"));
        long id = enrolled.json().path("deviceIds").get(0).asLong();
        pier.client().post("/api/lab/phones", Map.of("mac", mac, "modelId", "brask-9", "siteId", pier.siteId));
        pier.release(id);
        pier.untilRail(id, "ppppppp");

        Map<String, Object> worse = family("brask", BODY.replace("hold=", "holds="));
        worse.put("version", 1);
        assertThat(pier.client().put("/api/families/brask", worse).status()).isEqualTo(200);
        RunningServer.until("pending", () -> pier.sheet(id).path("pending").asBoolean());
        worse.put("version", 1);
        assertThat(pier.client().put("/api/families/brask", worse).status()).isEqualTo(412);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "body|{{label|Line 1: It can’t be read",
                "body|{{nmae}}|Line 1: There is no “nmae” here.",
                "before|../|A file’s name holds letters",
                "before|b9|The MAC can’t be told from “b9” before it.",
                "contentType|text/html|“text/html” is no content type of a configuration.",
                "contentType|whatever|“whatever” is no content type of a configuration.",
                "id|Not Good|is no short name",
                "id|korrin|There is a family korrin already."
            })
    void badFamiliesAreRefusedAtTheField(String field, String value, String reason) {
        Map<String, Object> wish = family("badfamily", BODY);
        wish.put(field, value);
        Answer answer = pier.client().post("/api/families", wish);
        assertThat(answer.problemAt("/" + field)).as(answer.toString()).contains(reason);
    }

    @Test
    void checkTellsProblemsAndWhatADeviceWouldBeSent() {
        long id = pier.enrolled("02-4B-7A-0E-00-01", "Checked & desk", "2455", "");
        Answer check =
                pier.client().post("/api/families/check", Map.of("body", BODY, "escaping", "PERCENT", "deviceId", id));
        assertThat(check.json().path("problems")).isEmpty();
        assertThat(check.json().path("text").asString()).contains("unit name=Checked%20%26%20desk");
        assertThat(pier.client()
                        .post("/api/families/check", Map.of("body", "{{label}}", "escaping", "XML", "deviceId", id))
                        .json()
                        .path("problems")
                        .toString())
                .contains("It never writes {{password}}");
    }

    @Test
    void shippedFamiliesStayAsTheyAre() {
        Map<String, Object> wish = family("korrin", BODY);
        wish.put("version", 0);
        assertThat(pier.client().put("/api/families/korrin", wish).problemAt("/"))
                .contains("Copy it, and change the copy.");
        assertThat(pier.client().put("/api/families/nobody", wish).status()).isEqualTo(404);
        assertThat(List.of(pier.client().get("/api/families/names").toString()).toString())
                .contains("line.registration.expiry");
    }
}
