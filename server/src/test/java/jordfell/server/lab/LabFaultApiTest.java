package jordfell.server.lab;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import jordfell.lab.capture.Pcapng;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** Places of the Lab are broken and mended. */
class LabFaultApiTest {

    private static final String QUIET_SITE = "Fault yard";
    private static final String PHONE = "02-4B-7A-0C-00-07";

    private final Pier pier = new Pier(RunningServer.shared());

    private Answer broken(String where, String key, String kind, int amount, int inMinutes, int minutes) {
        return pier.client()
                .post(
                        "/api/lab/faults",
                        Map.of(
                                "where",
                                where,
                                "key",
                                key,
                                "kind",
                                kind,
                                "amount",
                                amount,
                                "inMinutes",
                                inMinutes,
                                "minutes",
                                minutes));
    }

    private JsonNode place(String key) {
        for (JsonNode place : pier.client().get("/api/lab/faults").json().path("places")) {
            if (place.path("key").asString().equals(key)) {
                return place;
            }
        }
        throw new AssertionError("no place " + key);
    }

    /** A site of its own: what is wrong there is nobody else’s. */
    private void yard() {
        for (JsonNode site : pier.client().get("/api/sites").json()) {
            if (site.path("name").asString().equals(QUIET_SITE)) {
                return;
            }
        }
        assertThat(pier.client()
                        .post(
                                "/api/sites",
                                Map.of(
                                        "domainId",
                                        pier.domainId,
                                        "name",
                                        QUIET_SITE,
                                        "natTimeout",
                                        60,
                                        "allowsLocalMacs",
                                        true,
                                        "timeServer",
                                        "ntp.x.example"))
                        .status())
                .isEqualTo(201);
    }

    @AfterEach
    void mended() {
        for (JsonNode place : pier.client().get("/api/lab/faults").json().path("places")) {
            place.path("faults")
                    .forEach(f -> pier.client()
                            .delete("/api/lab/faults/" + f.path("id").asLong()));
        }
    }

    @Test
    void aFaultIsThereUntilItIsMended() {
        yard();
        Answer made = broken("SITE", QUIET_SITE, "LINE_LOSES", 20, 0, 0);
        assertThat(made.status()).as(made.toString()).isEqualTo(201);
        RunningServer.until(
                "it began",
                () -> place(QUIET_SITE).path("faults").path(0).path("on").asBoolean());
        assertThat(place(QUIET_SITE).path("faults").path(0).path("words").asString())
                .isEqualTo("the line loses datagrams: 20 %");
        assertThat(broken("SITE", QUIET_SITE, "LINE_LOSES", 30, 0, 0).problemAt("/kind"))
                .startsWith("The same is switched on there already.");
        pier.client().delete("/api/lab/faults/" + made.json().path("id").asLong());
        assertThat(place(QUIET_SITE).path("faults").isEmpty()).isTrue();
    }

    @Test
    void aFaultForLaterIsToldWithWhenItBeginsAndEnds() {
        yard();
        assertThat(broken("SITE", QUIET_SITE, "LINE_CUT", 0, 30, 10).status()).isEqualTo(201);
        JsonNode fault = place(QUIET_SITE).path("faults").path(0);
        assertThat(fault.path("on").asBoolean()).isFalse();
        assertThat(fault.path("until").asString())
                .isGreaterThan(fault.path("since").asString());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            SITE | Nowhere at all | LINE_CUT   | 0   | 0     | /key     | There is no such place in the Lab.
            SITE | Fault yard     | NODE_DOWN  | 0   | 0     | /kind    | “down” can’t be at Fault yard.
            SITE | Fault yard     | LINE_LOSES | 101 | 0     | /amount  | 101 is not how much of it there can be. It goes from 1 to 100 %.
            SITE | Fault yard     | LINE_CUT   | 0   | -1    | /minutes | -1 minutes can’t be.
            SITE | Fault yard     | LINE_CUT   | 0   | 99999 | /minutes | 99999 minutes can’t be.
            """)
    void whatCanNotBeIsRefusedWithWhatCould(
            String where, String key, String kind, int amount, int minutes, String field, String why) {
        yard();
        Answer refused = broken(where, key, kind, amount, 0, minutes);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.problemAt(field)).startsWith(why);
    }

    @Test
    void aViewerLooksAndBreaksNothing() {
        yard();
        RunningServer.Client viewer = pier.server().viewer();
        assertThat(viewer.get("/api/lab/faults").status()).isEqualTo(200);
        assertThat(viewer.get("/api/lab/faults").toString()).doesNotContain(pier.token());
        assertThat(viewer.post("/api/lab/faults", Map.of("where", "SITE", "key", QUIET_SITE, "kind", "LINE_CUT"))
                        .status())
                .isEqualTo(403);
        assertThat(viewer.delete("/api/lab/faults/1").status()).isEqualTo(403);
        assertThat(viewer.post("/api/lab/phones/act", Map.of("macs", List.of(PHONE), "act", "OFF"))
                        .status())
                .isEqualTo(403);
    }

    @Test
    void whatWasOnTheWireIsSavedAsACaptureButForNoViewer() throws IOException {
        pier.unbox("02-4B-7A-0C-00-03");
        byte[] capture = pier.client().bytes("/api/lab/capture?minutes=5");
        assertThat(Pcapng.read(new ByteArrayInputStream(capture))).isNotNull();
        assertThat(pier.client().get("/api/lab/capture?minutes=0").problemAt("/minutes"))
                .startsWith("0 minutes can’t be.");
        assertThat(pier.client().get("/api/lab/capture?site=Nowhere").status()).isEqualTo(404);
        assertThat(pier.server().viewer().get("/api/lab/capture").status()).isEqualTo(403);
    }

    @Test
    void whatIsDoneToManyIsDoneToAllOrNone() {
        pier.unbox(PHONE);
        String other = "02-4B-7A-0C-00-08";
        pier.unbox(other);
        assertThat(many("OFF", PHONE, other).status()).isLessThan(300);
        assertThat(powered(PHONE)).isFalse();
        assertThat(powered(other)).isFalse();
        assertThat(many("ON", PHONE, "02-4B-7A-0C-00-FF").status()).isEqualTo(404);
        assertThat(powered(PHONE)).isFalse();
        assertThat(many("ON").problemAt("/macs")).startsWith("These are 0 phones.");
        assertThat(many("ON", "no MAC").status()).isEqualTo(422);
        assertThat(many("OUT", PHONE, other).status()).isLessThan(300);
        assertThat(phone(other).path("cable").asBoolean()).isFalse();
    }

    private Answer many(String act, String... macs) {
        return pier.client().post("/api/lab/phones/act", Map.of("macs", List.of(macs), "act", act));
    }

    private boolean powered(String mac) {
        return phone(mac).path("powered").asBoolean();
    }

    private JsonNode phone(String mac) {
        for (JsonNode phone : pier.client().get("/api/lab").json().path("phones")) {
            if (phone.path("mac").asString().equals(mac)) {
                return phone;
            }
        }
        throw new AssertionError("no phone " + mac);
    }
}
