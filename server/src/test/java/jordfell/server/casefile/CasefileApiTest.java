package jordfell.server.casefile;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import jordfell.core.evidence.Datagram;
import jordfell.core.evidence.Observation.Logged;
import jordfell.core.evidence.SipSeen;
import jordfell.core.identity.MacAddress;
import jordfell.core.sip.DigestAlgorithm;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;
import jordfell.lab.capture.Pcapng;
import jordfell.server.history.ObservationLog;
import jordfell.server.records.ExtensionStore;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A casefile: all that is known of a device for a time, with its secrets looked for in vain. */
class CasefileApiTest {

    private static final String MAC = "02-4B-7A-0C-02-74";
    private static final String NUMBER = "2485";

    private final RunningServer server = RunningServer.shared();
    private final Pier pier = new Pier(server);
    private final Client technician = pier.client();

    private static Map<String, byte[]> unpacked(byte[] zip) throws IOException {
        Map<String, byte[]> entries = new LinkedHashMap<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                entries.put(entry.getName(), in.readAllBytes());
            }
        }
        return entries;
    }

    private static String text(byte[] bytes) {
        return new String(bytes, StandardCharsets.UTF_8);
    }

    private void seen(String password) {
        DigestAnswer answer = DigestAnswer.to(
                new DigestChallenge(Pier.DOMAIN, "n", DigestAlgorithm.MD5, false),
                NUMBER + "-a",
                password + "x",
                "REGISTER",
                "sip:" + Pier.DOMAIN,
                "c",
                1);
        String names = "From: <sip:" + NUMBER + "@" + Pier.DOMAIN + ">;tag=1\r\nTo: <sip:" + NUMBER + "@" + Pier.DOMAIN
                + ">\r\nCall-ID: casefile\r\nCSeq: 2 REGISTER\r\n";
        String via = "Via: SIP/2.0/UDP 192.0.2.174:5060;branch=z9hG4bKc\r\n";
        ObservationLog log = server.bean(ObservationLog.class);
        Instant now = Instant.now();
        Optional<MacAddress> mac = Optional.of(MacAddress.of(MAC));
        log.observed(
                Pier.DOMAIN,
                mac,
                SipSeen.of(
                        now,
                        true,
                        "north",
                        "192.0.2.174:5060",
                        Datagram.of("REGISTER sip:" + Pier.DOMAIN + " SIP/2.0\r\n" + via + names
                                + "Authorization: " + answer.header() + "\r\nSubject: my password is " + password
                                + "\r\nContent-Length: 0\r\n\r\n")));
        log.observed(
                Pier.DOMAIN,
                mac,
                SipSeen.of(
                        now.plusMillis(4),
                        false,
                        "north",
                        "192.0.2.174:5060",
                        Datagram.of("SIP/2.0 403 Forbidden\r\n" + via + names + "Content-Length: 0\r\n\r\n")));
        log.observed(
                Pier.DOMAIN, mac, new Logged(now.plusMillis(9), 3, "SIP", "refused with " + password, "192.0.2.174"));
        log.flush();
    }

    @Test
    void itsSecretsAreLookedForInVainAndItIsReadBackElsewhere() throws Exception {
        long device = pier.enrolled(MAC, "Casefile window", NUMBER, "");
        pier.release(device);
        String password = server.bean(ExtensionStore.class)
                .passwords(pier.extensionId(NUMBER))
                .get(0);
        seen(password);
        technician.post("/api/devices/" + device + "/issue/start", Map.of());
        technician.post("/api/devices/" + device + "/issue/mark", Map.of("words", "pressed line 1: <no> tone"));
        technician.post("/api/devices/" + device + "/issue/end", Map.of());
        Instant now = Instant.now();
        byte[] zip = technician.bytes("/api/casefile/devices/" + device + "?from=" + now.minus(Duration.ofHours(1))
                + "&to=" + now.plusSeconds(60));
        Map<String, byte[]> entries = unpacked(zip);
        String folder = "device-" + device + "/";
        assertThat(entries.keySet())
                .containsExactly(
                        "summary.html",
                        "manifest.json",
                        folder + "configuration.txt",
                        folder + "settings.csv",
                        folder + "sip.txt",
                        folder + "sip.pcapng",
                        folder + "phone.log",
                        folder + "observations.csv",
                        folder + "observations.json");
        entries.forEach((name, bytes) -> assertThat(text(bytes))
                .as(name)
                .doesNotContain(password)
                .doesNotContain(pier.token())
                .doesNotContainPattern("response=\"[0-9a-f]{32}\""));
        String page = text(entries.get("summary.html"));
        assertThat(page).contains(">MAC<").contains(MAC);
        assertThat(page).as("times to the millisecond at most").doesNotContainPattern("\\d\\.\\d{4,}Z");
        assertThat(page)
                .contains("Casefile window", "pressed line 1: &lt;no&gt; tone", "Where it is on the path to dial tone")
                .contains("SIP: a proof of a password", "log: a secret that is on record");
        assertThat(text(entries.get(folder + "configuration.txt"))).contains("(withheld)");
        assertThat(text(entries.get(folder + "settings.csv"))).contains("setting,value,from");
        assertThat(text(entries.get(folder + "sip.txt"))).contains("REGISTER sip:", "403 Forbidden");
        assertThat(Pcapng.read(new ByteArrayInputStream(entries.get(folder + "sip.pcapng"))))
                .hasSize(2);

        long id = technician
                .post("/api/brought", Map.of("name", "casefile.zip"))
                .json()
                .path("id")
                .asLong();
        technician.putFile("/api/brought/" + id + "/bytes", zip);
        JsonNode whole = technician.get("/api/brought/" + id).json();
        assertThat(whole.path("brought").path("kind").asString()).isEqualTo("casefile");
        assertThat(whole.path("devices").path(0).path("id").asLong()).isEqualTo(device);
        assertThat(whole.path("doubts").path(0).asString()).startsWith("Casefile: Casefile window, Made ");
        assertThat(technician
                        .get("/api/brought/" + id + "/devices/" + device)
                        .json()
                        .path("ladder")
                        .toString())
                .contains("403 Forbidden");
        technician.delete("/api/brought/" + id);
    }

    @Test
    void theTimeThatFitsIsSuggestedAndAnImpossibleOneRefused() {
        long device = pier.enrolled("02-4B-7A-0C-02-75", "Fitting window", "2486", "");
        JsonNode window =
                technician.get("/api/casefile/devices/" + device + "/window").json();
        assertThat(window.path("why").asString()).isNotEmpty();
        String at = "/api/casefile/devices/" + device;
        assertThat(technician
                        .get(at + "?from=2026-03-02T08:00:00Z&to=2026-03-02T07:00:00Z")
                        .problemAt("/from"))
                .startsWith("It begins after it ends.");
        assertThat(technician
                        .get(at + "?from=2026-01-02T08:00:00Z&to=2026-03-02T07:00:00Z")
                        .problemAt("/from"))
                .startsWith("It is longer than 14 days.");
        assertThat(technician.get("/api/casefile/devices/999999").status()).isEqualTo(404);
        assertThat(technician.get("/api/casefile/causes/no-such").status()).isEqualTo(404);
        assertThat(server.viewer().get(at).status()).as("none for viewers").isEqualTo(403);
        assertThat(technician
                        .post("/api/devices/" + device + "/issue/mark", Map.of("words", "x"))
                        .status())
                .as("nothing is being noted down")
                .isEqualTo(410);
        technician.post("/api/devices/" + device + "/issue/start", Map.of());
        assertThat(technician
                        .post("/api/devices/" + device + "/issue/start", Map.of())
                        .status())
                .isEqualTo(412);
        assertThat(technician
                        .post("/api/devices/" + device + "/issue/mark", Map.of("words", " "))
                        .problemAt("/words"))
                .startsWith("It says nothing.");
        technician.post("/api/devices/" + device + "/issue/end", Map.of());
        assertThat(technician
                        .get("/api/casefile/devices/" + device + "/window")
                        .json()
                        .path("why")
                        .asString())
                .isEqualTo("while it was noted down what was done");
    }

    private void invites(String mac, String from, String to, String callId) {
        ObservationLog log = server.bean(ObservationLog.class);
        log.observed(
                Pier.DOMAIN,
                Optional.of(MacAddress.of(mac)),
                SipSeen.of(
                        Instant.now(),
                        true,
                        "north",
                        "192.0.2.185:5060",
                        Datagram.of("INVITE sip:" + to + "@" + Pier.DOMAIN + " SIP/2.0\r\nFrom: <sip:" + from + "@"
                                + Pier.DOMAIN + ">;tag=1\r\nTo: <sip:" + to + "@" + Pier.DOMAIN + ">\r\nCall-ID: "
                                + callId + "\r\nCSeq: 1 INVITE\r\nContent-Length: 0\r\n\r\n")));
        log.flush();
    }

    @Test
    void aCallIsTakenAlongWithBothWhoSpoke() throws Exception {
        String caller = "02-4B-7A-0C-02-85";
        String called = "02-4B-7A-0C-02-86";
        long one = pier.enrolled(caller, "Calling window", "2536", "");
        long other = pier.enrolled(called, "Called window", "2537", "");
        invites(caller, "2536", "2537", "the call");
        invites(called, "2536", "2537", "the call");
        invites(caller, "2536", "2400", "another call");
        String at = "/api/casefile/devices/" + one + "/call?callId=";
        Map<String, byte[]> entries = unpacked(technician.bytes(at + "the%20call"));
        assertThat(entries).containsKeys("device-" + one + "/sip.txt", "device-" + other + "/sip.txt");
        assertThat(text(entries.get("summary.html"))).contains("Casefile: call of 2536 to 2537");
        assertThat(unpacked(technician.bytes(at + "another%20call")))
                .as("nobody else’s evidence")
                .doesNotContainKey("device-" + other + "/sip.txt");
        assertThat(technician.get(at + "none").status()).isEqualTo(410);
        assertThat(server.viewer().get(at + "the%20call").status()).isEqualTo(403);
    }
}
