package jordfell.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.diagnosis.MatchSheet.Row;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.SipSeen;
import jordfell.core.evidence.SipTexts;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.WindowFour;
import jordfell.core.sip.DigestAlgorithm;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;
import org.junit.jupiter.api.Test;

/** Side by side: what is expected, what was sent, what was used. */
class MatchSheetTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");
    private static final String DOMAIN = "v.example";

    private static final SecretBook BOOK = new SecretBook() {
        @Override
        public Optional<String> current(String number) {
            return Optional.of("present");
        }

        @Override
        public List<String> earlier(String number) {
            return List.of("former");
        }

        @Override
        public Map<String, String> others(String number) {
            return Map.of("2417", "neighbour");
        }
    };

    private static SipSeen register(String user, String password, String expires) {
        return register("2416", user, password, expires);
    }

    private static SipSeen register(String number, String user, String password, String expires) {
        DigestAnswer answer = DigestAnswer.to(
                new DigestChallenge(DOMAIN, "n", DigestAlgorithm.MD5, false),
                user,
                password,
                "REGISTER",
                "sip:" + DOMAIN,
                "c",
                1);
        return SipTexts.register(
                T.plusSeconds(5), number, DOMAIN, "Expires: " + expires, "Authorization: " + answer.header());
    }

    private static Row row(String what, String sentPassword, Observation... seen) {
        DeviceFacts facts = new WindowFour(DOMAIN, T)
                .released(T, sentPassword, Optional.empty())
                .facts();
        CaseOf device = CaseOf.of(facts, List.of(seen), BOOK, T.plusSeconds(9));
        return MatchSheet.of(device).get(0).rows().stream()
                .filter(r -> r.what().equals(what))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void everythingAlikeDiffersNowhere() {
        SipSeen right = register("2416-a", "present", "120");
        for (String what :
                List.of("Address of record", "Authentication user", "Password", "Realm", "Registrar", "Expiry")) {
            assertThat(row(what, "present", right)).as(what).returns(false, Row::differs);
        }
        assertThat(row("Password", "present", right))
                .isEqualTo(new Row("Password", "2416’s", "2416’s", "2416’s", true, false));
        assertThat(row("Node", "present", right)).returns("north", Row::used);
    }

    @Test
    void anothersPasswordIsNamedByItsNumber() {
        assertThat(row("Password", "present", register("2416-a", "neighbour", "120")))
                .isEqualTo(new Row("Password", "2416’s", "2416’s", "2417’s", true, true));
    }

    @Test
    void oldPasswordThatWasSentIsToldOnBothSides() {
        assertThat(row("Password", "former", register("2416-a", "former", "120")))
                .isEqualTo(new Row("Password", "2416’s", "an earlier one", "an earlier password", true, true));
    }

    @Test
    void registrationUnderAnotherExtensionIsTheOnlyLinesOwn() {
        SipSeen other = register("2461", "2416-a", "present", "120");
        assertThat(row("Address of record", "present", other))
                .isEqualTo(new Row("Address of record", "2416", "2416", "2461", false, true));
        assertThat(row("Authentication user", "present", other)).returns("2416-a", Row::used);
        SipSeen own = register("2416-a", "present", "120");
        assertThat(row("Address of record", "present", other, own)).returns("2416", Row::used);
    }

    @Test
    void wrongUserAndTooShortAnExpiryDiffer() {
        assertThat(row("Authentication user", "present", register("2416", "present", "120")))
                .isEqualTo(new Row("Authentication user", "2416-a", "2416-a", "2416", false, true));
        assertThat(row("Expiry", "present", register("2416-a", "present", "30")))
                .isEqualTo(new Row("Expiry", "60–600 s", "120 s", "30 s", false, true));
    }

    @Test
    void nothingSeenLeavesTheLastColumnEmpty() {
        assertThat(row("Password", "present")).isEqualTo(new Row("Password", "2416’s", "2416’s", "", true, false));
        assertThat(row("Realm", "present")).isEqualTo(new Row("Realm", DOMAIN, "", "", false, false));
    }
}
