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
import jordfell.core.text.TextDifference;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

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
        return row(List.of(), what, sentPassword, seen);
    }

    private static Row row(List<String> networks, String what, String sentPassword, Observation... seen) {
        return sheet(networks, sentPassword, seen).stream()
                .filter(r -> r.what().equals(what))
                .findFirst()
                .orElseThrow();
    }

    private static List<Row> sheet(String sentPassword, Observation... seen) {
        return sheet(List.of(), sentPassword, seen);
    }

    private static List<Row> sheet(List<String> networks, String sentPassword, Observation... seen) {
        DeviceFacts facts = new WindowFour(DOMAIN, T)
                .released(T, sentPassword, Optional.empty())
                .facts();
        CaseOf device = CaseOf.of(facts, List.of(seen), BOOK, T.plusSeconds(9));
        return MatchSheet.of(device, networks).get(0).rows();
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
                .isEqualTo(new Row(
                        "Address of record",
                        "2416",
                        "2416",
                        "2461",
                        false,
                        true,
                        List.of(),
                        TextDifference.of("2416", "2461")));
        assertThat(row("Authentication user", "present", other)).returns("2416-a", Row::used);
        SipSeen own = register("2416-a", "present", "120");
        assertThat(row("Address of record", "present", other, own)).returns("2416", Row::used);
    }

    @Test
    void wrongUserAndTooShortAnExpiryDiffer() {
        assertThat(row("Authentication user", "present", register("2416", "present", "120")))
                .satisfies(row -> {
                    assertThat(row.differs()).isTrue();
                    assertThat(row.inSent()).isEmpty();
                    assertThat(row.inUsed()).containsExactly(new TextDifference(4, 4, "“-a” missing"));
                });
        assertThat(row("Expiry", "present", register("2416-a", "present", "30")))
                .isEqualTo(new Row("Expiry", "60–600 s", "120 s", "30 s", false, true));
    }

    @Test
    void nothingSeenLeavesTheLastColumnEmpty() {
        assertThat(row("Password", "present")).isEqualTo(new Row("Password", "2416’s", "2416’s", "", true, false));
        assertThat(row("Realm", "present")).isEqualTo(new Row("Realm", DOMAIN, "", "", false, false));
    }

    /** How it came, from where, to which node, and what time it was by its clock. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            Transport  | UDP                | UDP | UDP                  | false
            Node       | north              | ''  | north                | false
            Comes from | 198.51.100.0/24    | ''  | 192.0.2.1            | true
            Contact    | 192.0.2.1:5060     | ''  | 192.168.7.20:5070    | false
            Clock      | the time           | ''  | 2 h ahead            | true
            """)
    void whatBelongsToTheWayIsComparedToo(String what, String expected, String sent, String used, boolean differs) {
        SipSeen register = SipTexts.register(
                T.plusSeconds(5),
                1,
                "2416",
                DOMAIN,
                "Via: SIP/2.0/UDP 192.168.7.20:5070;branch=z9hG4bK1",
                "Contact: <sip:2416@192.168.7.20:5070>",
                "Date: Mon, 02 Mar 2026 10:00:05 GMT");
        assertThat(row(List.of("198.51.100.0/24"), what, "present", register))
                .isEqualTo(new Row(what, expected, sent, used, false, differs));
    }

    @Test
    void aContactAtAnotherAddressMattersOnceItDoesNotAnswerThere() {
        SipSeen register =
                SipTexts.register(T.plusSeconds(5), 1, "2416", DOMAIN, "Contact: <sip:2416@192.168.7.20:5070>");
        Observation unanswered = new Observation.Pinged(T.plusSeconds(7), "2416", false);
        Observation again = new Observation.Pinged(T.plusSeconds(8), "2416", false);
        assertThat(row("Contact", "present", register, unanswered)).returns(false, Row::differs);
        assertThat(row("Contact", "present", register, unanswered, again)).returns(true, Row::differs);
    }

    @Test
    void aCertificateIsComparedOnlyWhereTlsIsInPlay() {
        assertThat(sheet("present", register("2416-a", "present", "120")))
                .extracting(Row::what)
                .doesNotContain("Certificate");
        Observation refused =
                new Observation.TlsRefused(T.plusSeconds(6), "north", "192.0.2.1:50000", "certificate_expired", 1);
        assertThat(row("Certificate", "present", refused))
                .isEqualTo(
                        new Row("Certificate", "one for v.example", "", "broke off: certificate expired", false, true));
    }
}
