package jordfell.server.fleet;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import jordfell.core.evidence.Datagram;
import jordfell.core.evidence.SipSeen;
import jordfell.core.identity.MacAddress;
import jordfell.core.sip.DigestAlgorithm;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;
import jordfell.server.history.ObservationLog;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What went to and fro, asked for by its steps and its messages. */
class LadderApiTest {

    private static final String MAC = "02-4B-7A-0C-02-71";

    private final RunningServer server = RunningServer.shared();
    private final Pier pier = new Pier(server);
    private final Client technician = pier.client();

    @Test
    void aMessageIsOpenedInWordsByWhoeverMayLookAndShowsNoPassword() {
        long device = pier.enrolled(MAC, "Ladder window", "2483", "");
        DigestAnswer answer = DigestAnswer.to(
                new DigestChallenge(Pier.DOMAIN, "n", DigestAlgorithm.MD5, false),
                "2483-a",
                "no-such-password-at-all",
                "REGISTER",
                "sip:" + Pier.DOMAIN,
                "c",
                1);
        ObservationLog log = server.bean(ObservationLog.class);
        log.observed(
                Pier.DOMAIN,
                Optional.of(MacAddress.of(MAC)),
                SipSeen.of(
                        Instant.now().minus(Duration.ofSeconds(1)),
                        true,
                        "north",
                        "192.0.2.171:5060",
                        Datagram.of(String.join(
                                "\r\n",
                                "REGISTER sip:" + Pier.DOMAIN + " SIP/2.0",
                                "Via: SIP/2.0/UDP 192.0.2.171:5060;branch=z9hG4bKladder",
                                "From: <sip:2483@" + Pier.DOMAIN + ">;tag=1",
                                "To: <sip:2483@" + Pier.DOMAIN + ">",
                                "Call-ID: ladder",
                                "CSeq: 1 REGISTER",
                                "Max-Forwards: 70",
                                "Contact: <sip:2483@192.0.2.171:5060>",
                                "Expires: 600",
                                "Authorization: " + answer.header(),
                                "Content-Length: 0",
                                "",
                                ""))));
        log.flush();
        JsonNode ladder =
                server.viewer().get("/api/devices/" + device + "/ladder").json();
        JsonNode exchange = ladder.path("exchanges").path(0);
        assertThat(exchange.path("steps").path(0).path("label").asString()).isEqualTo("REGISTER 2483 with answer");
        assertThat(ladder.path("lanes")
                        .path(exchange.path("steps").path(0).path("to").asInt())
                        .path("name")
                        .asString())
                .isEqualTo("north");
        String at = "/api/devices/" + device + "/ladder/message?step=0&key="
                + URLEncoder.encode(exchange.path("key").asString(), StandardCharsets.UTF_8);
        String message = server.viewer().get(at).response().body();
        assertThat(message)
                .contains("fits none of")
                .doesNotContain("no-such-password-at-all")
                .as("who only looks gets no proof either, from which it could be guessed")
                .doesNotContain(answer.response());
        assertThat(technician.get(at).response().body()).contains(answer.response());
        assertThat(server.viewer().get("/api/devices/" + device).response().body())
                .doesNotContain(answer.response());
        assertThat(technician.get(at.replace("step=0", "step=7")).status()).isEqualTo(410);
        assertThat(technician.get(at.replace("step=0", "step=-1")).status()).isEqualTo(410);
        assertThat(technician
                        .get("/api/devices/" + device + "/ladder/message?step=0&key=none")
                        .status())
                .isEqualTo(410);
        assertThat(technician.get("/api/devices/999999/ladder").status()).isEqualTo(404);
    }
}
