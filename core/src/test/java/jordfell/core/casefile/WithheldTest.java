package jordfell.core.casefile;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.evidence.Datagram;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.Leased;
import jordfell.core.evidence.Observation.Logged;
import jordfell.core.evidence.SipSeen;
import org.junit.jupiter.api.Test;

/** What leaves in a casefile, and what does not. */
class WithheldTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");
    private static final String PASSWORD = "harbour-lantern-41";

    private final Withheld withheld = new Withheld(List.of(PASSWORD, "abc", "tok3n-of-the-pier"));

    @Test
    void knownSecretsAreTakenOutWhereverTheyStand() {
        assertThat(withheld.text("log", "tries " + PASSWORD + ", then " + PASSWORD + "!"))
                .isEqualTo("tries (withheld), then (withheld)!");
        assertThat(withheld.places()).isEqualTo(Map.of("log: a secret that is on record", 2));
    }

    @Test
    void shortOnesAreNotLookedForAsTheyStandAnywhereByChance() {
        assertThat(withheld.text("log", "abcde")).isEqualTo("abcde");
    }

    @Test
    void theProofInAnAnswerIsTakenOutAndTheRestOfItStays() {
        String answer =
                "Authorization: Digest username=\"2416-a\", response=\"0123456789abcdef0123456789abcdef\", nc=1";
        assertThat(withheld.text("SIP", answer))
                .isEqualTo("Authorization: Digest username=\"2416-a\", response=\"(withheld)\", nc=1");
    }

    @Test
    void keysOfMediaAreTakenOutAndTheMessageCanBeReadAllTheSame() {
        String body =
                "v=0\r\na=crypto:1 AES_CM_128_HMAC_SHA1_80 inline:WVNfX19zZW1jdGwgKCkgewkyMjA7fQ|2^20|1:4\r\nk=clear:abcd\r\n";
        SipSeen seen = SipSeen.of(
                T,
                true,
                "north",
                "192.0.2.1:5060",
                Datagram.of("INVITE sip:2417@v.example SIP/2.0\r\nTo: <sip:2417@v.example>\r\nCall-ID: i\r\n"
                        + "CSeq: 1 INVITE\r\nContent-Length: " + body.length() + "\r\n\r\n" + body));
        Observation left = withheld.of(seen);
        assertThat(left).isInstanceOf(SipSeen.Request.class);
        assertThat(((SipSeen) left).datagram().text())
                .contains("inline:(withheld)|2^20", "k=clear:(withheld)")
                .doesNotContain("WVNfX19z");
    }

    @Test
    void secretAddressesAreTakenOutOfRequestsAndLeases() {
        assertThat(((ConfigRequested) withheld.of(
                                new ConfigRequested(T, "f.kor", 200, "aaaa", "K24", "192.0.2.1", "tok3n-of-the-pier")))
                        .site())
                .isEmpty();
        assertThat(((Leased) withheld.of(new Leased(T, "192.0.2.7", "192.0.2.67", 66, "http://x/p/tok3n-of-the-pier/")))
                        .files())
                .isEqualTo("http://x/p/(withheld)/");
        assertThat(((Logged) withheld.of(new Logged(T, 3, "SIP", "password " + PASSWORD, "192.0.2.1"))).text())
                .isEqualTo("password (withheld)");
    }

    @Test
    void aWindowBeginsBeforeWhatItIsAbout() {
        Instant now = T.plus(Duration.ofHours(1));
        assertThat(CaseWindow.suggested(Optional.of(T), Optional.empty(), now).from())
                .isEqualTo(T.minus(Duration.ofMinutes(10)));
        assertThat(CaseWindow.suggested(Optional.of(T), Optional.empty(), T.plus(Duration.ofDays(2)))
                        .to())
                .isEqualTo(T.plus(Duration.ofHours(6)));
        assertThat(CaseWindow.suggested(Optional.empty(), Optional.empty(), now).why())
                .isEqualTo("the last hour: nothing holds it now");
        CaseWindow noted = new CaseWindow(T, T.plusSeconds(30), "");
        assertThat(CaseWindow.suggested(Optional.of(T), Optional.of(noted), now).to())
                .isEqualTo(T.plusSeconds(90));
        assertThat(CaseWindow.around(T, "a call").touches(T.minusSeconds(300), T.minusSeconds(130)))
                .isFalse();
    }

    @Test
    void theFirstPageShowsHostileTextAsText() {
        Casefile casefile = new Casefile(
                "Casefile of <b>x</b>",
                "made 2026-03-02T08:00:00Z by Lena",
                new CaseWindow(T, T.plusSeconds(60), "the last minute"),
                List.of(new Casefile.DevicePage(
                        "device-1",
                        List.of(new Casefile.Fact("Label", "<script>alert(1)</script>")),
                        List.of(new Casefile.Found("It used 2417’s password.", "certain", "", List.of("403"))),
                        List.of(),
                        List.of(),
                        List.of(),
                        List.of(),
                        List.of())),
                Map.of("SIP: a proof of a password", 3));
        assertThat(SummaryPage.of(casefile))
                .contains("&lt;script&gt;", "It used 2417’s password.", "3 ×", "Casefile of &lt;b&gt;x&lt;/b&gt;")
                .doesNotContain("<script>");
    }
}
