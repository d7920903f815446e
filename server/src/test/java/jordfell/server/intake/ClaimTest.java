package jordfell.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Instant;
import java.util.Map;
import jordfell.core.identity.ClaimCode;
import jordfell.server.records.DeviceStore;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;

/** A record that waits for its box, and the phone that claims it. */
class ClaimTest {

    private final Pier pier = new Pier(RunningServer.shared());
    private final DeviceStore devices = pier.server().bean(DeviceStore.class);

    private long waiting(String label, String extension) {
        return pier.enrolled("claim", label, extension, "");
    }

    private String codeOf(long id) {
        return devices.find(id).orElseThrow().claim().orElseThrow().digits();
    }

    private HttpResponse<String> ask(String mac, String code) throws Exception {
        return HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(
                                        pier.server().address() + "/p/" + pier.token() + "/" + mac + ".korrin"))
                                .header("User-Agent", "Korrin K24/2.4.1")
                                .header("Claim-Code", code)
                                .build(),
                        HttpResponse.BodyHandlers.ofString());
    }

    @Test
    void codeTypedAtAPhoneGivesItTheRecordAndDialTone() {
        long id = waiting("Claimed window", "2446");
        assertThat(pier.rail(id)).startsWith("w");
        pier.release(id);
        String mac = "02-4B-7A-22-00-01";
        pier.unbox(mac);
        RunningServer.until(
                "knock", () -> pier.client().get("/api/knocks").toString().contains(mac));
        pier.client()
                .post(
                        "/api/lab/phones/" + mac + "/claim",
                        Map.of("code", ClaimCode.read(codeOf(id)).orElseThrow().toString()));
        pier.untilRail(id, "ppppppp");
        assertThat(pier.sheet(id).path("mac").asString()).isEqualTo(mac);
        // Beside another knock it stands as one that never called in, until its path is written a moment later.
        RunningServer.until(
                "it knocks no more",
                () -> !pier.client().get("/api/knocks").toString().contains(mac));
    }

    @Test
    void mistypedUnknownAndReplayedCodesAreRefusedWithAReason() throws Exception {
        long id = waiting("Replayed", "2447");
        pier.release(id);
        String code = codeOf(id);
        String mistyped = code.substring(0, 7) + (char) ('0' + (code.charAt(7) - '0' + 1) % 10);
        HttpResponse<String> refused = ask("024b7a220002", mistyped);
        assertThat(refused.statusCode()).isEqualTo(403);
        assertThat(refused.body()).contains("check digit does not fit");
        assertThat(ask("024b7a220002", "00000000").body()).isEqualTo("No device waits for this code.");
        assertThat(pier.client().get("/api/knocks").toString()).contains("No device waits for this code.");
        assertThat(ask("024b7a220002", code).statusCode()).isEqualTo(200);
        HttpResponse<String> replayed = ask("024b7a220003", code);
        assertThat(replayed.statusCode()).isEqualTo(403);
        assertThat(replayed.body()).isEqualTo("This code was used already.");
    }

    @Test
    void codeThatRanOutIsRefusedUntilANewOneIsMade() throws Exception {
        long id = waiting("Late", "2448");
        devices.setClaim(id, devices.find(id).orElseThrow().claim().orElseThrow(), Instant.EPOCH);
        assertThat(ask("024b7a220004", codeOf(id)).body()).contains("has run out");
        assertThat(pier.client().get("/api/claims").toString()).contains("\"expired\":true");
        String before = codeOf(id);
        pier.client().post("/api/devices/" + id + "/claim", Map.of());
        assertThat(codeOf(id)).isNotEqualTo(before);
    }

    @Test
    void guessingIsSlowed() throws Exception {
        for (int i = 0; i < 5; i++) {
            ask("024b7a220005", "00000000");
        }
        assertThat(ask("024b7a220005", "00000000").body()).isEqualTo("Too many tries. Wait a minute.");
    }

    @Test
    void nearMissIsPointedOutAndCorrected() throws Exception {
        long id = pier.enrolled("02-4B-7A-22-01-81", "Mistyped window", "2449", "");
        RunningServer.until("near miss", () -> {
            try {
                ask("024b7a2201b1", "");
            } catch (Exception e) {
                throw new IllegalStateException(e);
            }
            return pier.client().get("/api/knocks").toString().contains("Mistyped window");
        });
        assertThat(others("02-4B-7A-22-01-B1")).isZero();
        pier.enrolled("02-4B-7A-22-01-B2", "Its neighbour in the delivery", "", "");
        assertThat(others("02-4B-7A-22-01-B1")).isOne();
        pier.client().post("/api/knocks/02-4B-7A-22-01-B1/belongs-to/" + id, Map.of());
        assertThat(pier.sheet(id).path("mac").asString()).isEqualTo("02-4B-7A-22-01-B1");
    }

    @Test
    void recordThatIsTwoLookAlikesAwayIsPointedOutWithoutOthers() {
        pier.enrolled("02-48-7A-22-03-81", "Misread window", "", "");
        RunningServer.until("near miss", () -> {
            try {
                ask("024b7a2203b1", "");
            } catch (Exception e) {
                throw new IllegalStateException(e);
            }
            return pier.client().get("/api/knocks").toString().contains("Misread window");
        });
        assertThat(others("02-4B-7A-22-03-B1")).isZero();
    }

    /** How many other records are as near to what knocks as the one that is pointed out. */
    private int others(String knocking) {
        for (var knock : pier.client().get("/api/knocks").json()) {
            if (knock.path("mac").asString().equals(knocking)) {
                return knock.path("near").path("others").asInt();
            }
        }
        throw new AssertionError(knocking + " does not knock");
    }

    @Test
    void oneCodeIsTakenOnceHoweverManyPhonesAskAtOnce() throws Exception {
        RunningServer.Answer enrolled = pier.enrol(
                Map.of("device", "claim", "model", "korrin-k24", "label", "Contested window", "extension", "draw"));
        long id = enrolled.json().path("deviceIds").get(0).asLong();
        String code = codeOf(id);
        java.util.List<java.util.concurrent.Callable<Integer>> phones = new java.util.ArrayList<>();
        for (int i = 0; i < 8; i++) {
            String mac = "024b7a2202c" + i;
            phones.add(() -> ask(mac, code).statusCode());
        }
        var pool = java.util.concurrent.Executors.newFixedThreadPool(8);
        try {
            pool.invokeAll(phones).forEach(f -> assertThat(f.isDone()).isTrue());
        } finally {
            pool.shutdownNow();
        }
        assertThat(pier.sheet(id).path("mac").asString()).startsWith("02-4B-7A-22-02-C");
        assertThat(pier.client().get("/api/knocks").toString().split("This code was used already", -1))
                .hasSize(8);
    }

    @Test
    void blockedMacIsAnsweredNoMore() throws Exception {
        ask("024b7a220099", "");
        assertThat(pier.client()
                        .post("/api/knocks/02-4B-7A-22-00-99/block", Map.of())
                        .status())
                .isEqualTo(204);
        assertThat(ask("024b7a220099", "").statusCode()).isEqualTo(401);
        assertThat(pier.client().get("/api/knocks").toString()).doesNotContain("02-4B-7A-22-00-99");
    }
}
