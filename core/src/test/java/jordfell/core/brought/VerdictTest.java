package jordfell.core.brought;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.diagnosis.Cause;
import jordfell.core.diagnosis.Finding;
import jordfell.core.diagnosis.SecretBook;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.evidence.SipTexts;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.WindowFour;
import jordfell.core.sip.DigestAlgorithm;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What the rules say by what was brought alone, and what they keep to themselves. */
class VerdictTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");
    private static final String DOMAIN = "v.example";
    private static final DeviceFacts DEVICE = new WindowFour(DOMAIN, T.minusSeconds(60))
            .released(T.minusSeconds(30), "harbour-lantern-41", Optional.empty())
            .facts();
    private static final SecretBook BOOK = new SecretBook() {
        @Override
        public Optional<String> current(String number) {
            return Optional.of("harbour-lantern-41");
        }

        @Override
        public List<String> earlier(String number) {
            return List.of();
        }

        @Override
        public Map<String, String> others(String number) {
            return Map.of("2417", "slipway-copper-27");
        }
    };

    private static Verdict of(Observation... seen) {
        return Verdict.of(DEVICE, List.of(seen), BOOK, T.plusSeconds(300));
    }

    private static Observation answered(Instant at, String password) {
        String user = DEVICE.lines().get(0).extension().orElseThrow().authUser();
        String realm = DEVICE.domain().realm();
        DigestChallenge challenge = new DigestChallenge(realm, "n1", DigestAlgorithm.MD5, false);
        return SipTexts.registerIn(
                at,
                "c",
                2,
                "2416",
                DOMAIN,
                "Authorization: "
                        + DigestAnswer.to(challenge, user, password, "REGISTER", "sip:" + DOMAIN, "c1", 1)
                                .header());
    }

    private static Observation challenged(Instant at) {
        return SipTexts.answerIn(at, "c", 1, "2416", "401 Unauthorized");
    }

    @Test
    void aCrossedPasswordIsProvenByARecordingAlone() {
        Verdict verdict = of(
                SipTexts.registerIn(T, "c", 1, "2416", DOMAIN),
                challenged(T.plusMillis(5)),
                answered(T.plusMillis(9), "slipway-copper-27"),
                SipTexts.answerIn(T.plusMillis(12), "c", 2, "2416", "403 Forbidden"));
        assertThat(verdict.findings()).singleElement().satisfies(f -> {
            assertThat(f.cause()).isEqualTo(Cause.WRONG_PASSWORD);
            assertThat(f.sentence()).isEqualTo("It used extension 2417’s password.");
        });
        assertThat(verdict.words()).isEqualTo("The last answer to it was “403 Forbidden” from north.");
    }

    @Test
    void whatIsMissingOnRecordOrOnTheWireIsNotTold() {
        Verdict verdict = of(SipTexts.registerIn(T, "c", 1, "2416", DOMAIN));
        assertThat(verdict.findings()).extracting(Finding::cause).isEmpty();
        assertThat(verdict.words())
                .isEqualTo("Its last REGISTER went to north; whether that was answered is not in it.");
        assertThat(verdict.blind())
                .contains("No answer of a registrar is in it: whether it was taken can’t be seen from there.");
    }

    @Test
    void answersThatAreLostCanBeSaidOnlyWhereAnswersAreSeen() {
        List<Observation> repeats = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            repeats.add(SipTexts.registerIn(T.plusSeconds(6L * i), "c", 1, "2416", DOMAIN));
        }
        assertThat(of(repeats.toArray(Observation[]::new)).findings()).isEmpty();
        for (int i = 0; i < 8; i++) {
            repeats.add(challenged(T.plusSeconds(6L * i).plusMillis(4)));
        }
        assertThat(of(repeats.toArray(Observation[]::new)).findings())
                .extracting(Finding::cause)
                .containsExactly(Cause.ANSWERS_LOST);
    }

    @Test
    void whatWasRefusedAndIsTakenLaterInItIsNoFinding() {
        Verdict verdict = of(
                SipTexts.registerIn(T, "c", 1, "2416", DOMAIN),
                challenged(T.plusMillis(5)),
                answered(T.plusMillis(9), "slipway-copper-27"),
                SipTexts.answerIn(T.plusMillis(12), "c", 2, "2416", "403 Forbidden"),
                new BindingChanged(
                        T.plusSeconds(60),
                        "2416",
                        BindingChanged.Change.ADDED,
                        "sip:2416@192.0.2.1",
                        "north",
                        "192.0.2.1:5060",
                        T.plusSeconds(180)));
        assertThat(verdict.findings()).isEmpty();
        assertThat(verdict.words()).isEqualTo("It was registered as 2416 at north when the recording ended.");
    }

    @Test
    void anotherLineThatIsRegisteredMendsNothing() {
        Verdict verdict = of(
                SipTexts.registerIn(T, "c", 1, "2416", DOMAIN),
                challenged(T.plusMillis(5)),
                answered(T.plusMillis(9), "slipway-copper-27"),
                SipTexts.answerIn(T.plusMillis(12), "c", 2, "2416", "403 Forbidden"),
                new BindingChanged(
                        T.plusSeconds(60),
                        "2417",
                        BindingChanged.Change.ADDED,
                        "sip:2417@192.0.2.1",
                        "north",
                        "192.0.2.1:5060",
                        T.plusSeconds(180)));
        assertThat(verdict.findings()).extracting(Finding::cause).containsExactly(Cause.WRONG_PASSWORD);
    }

    @Test
    void aNameThatIsNotThereIsSaidWhereNamesAreInIt() {
        NameLookedUp none = new NameLookedUp(T, DOMAIN, "SRV", List.of(), "NXDOMAIN");
        NameLookedUp address = new NameLookedUp(T.plusSeconds(1), DOMAIN, "A", List.of(), "NXDOMAIN");
        Verdict verdict = of(none, address);
        assertThat(verdict.blind()).contains("None of its SIP is in it.");
        assertThat(verdict.words()).isEqualTo("It was seen, and no SIP of it.");
        assertThat(verdict.findings()).allSatisfy(f -> assertThat(f.cause()).isEqualTo(Cause.NAME_NOT_FOUND));
    }

    @Test
    void aClockThatIsAheadIsToldByMessagesThatWereSeenAtBoth() {
        ClockOffset offset = new ClockOffset();
        offset.compare(
                List.of(SipTexts.registerIn(T.plusSeconds(195), "c", 1, "2416", DOMAIN)),
                List.of(SipTexts.registerIn(T, "c", 1, "2416", DOMAIN)));
        assertThat(offset.words())
                .contains("Its clock is 3 min 15 s ahead of the one here, by 1 message that was seen at both.");
        ClockOffset same = new ClockOffset();
        same.compare(
                List.of(SipTexts.registerIn(T.plusMillis(20), "c", 1, "2416", DOMAIN)),
                List.of(SipTexts.registerIn(T, "c", 1, "2416", DOMAIN)));
        assertThat(same.words()).isEmpty();
        assertThat(new ClockOffset().words()).isEmpty();
    }

    private static Observation asked(Instant at, String file, int status, String revision) {
        return new ConfigRequested(at, file, status, revision, "Korrin K24/2.4.1", "198.51.100.7");
    }

    private static DeviceFacts askingFor(String file) {
        WindowFour device = new WindowFour(DOMAIN, T.minusSeconds(60));
        device.file = file;
        return device.released(T.minusSeconds(30), "harbour-lantern-41", Optional.empty())
                .facts();
    }

    @Test
    void thatItAsksForAnotherFileThanItsOwnIsSeenOnTheWire() {
        Verdict verdict = Verdict.of(
                askingFor("024b7a00531c.conf"),
                List.of(asked(T, "024b7a00531c.xml", 404, "")),
                BOOK,
                T.plusSeconds(300));
        assertThat(verdict.findings())
                .extracting(Finding::cause, Finding::sentence)
                .containsExactly(tuple(
                        Cause.WRONG_FILE_ASKED,
                        "It asks for “024b7a00531c.xml”; its file is called “024b7a00531c.conf”."));
        assertThat(verdict.words())
                .isEqualTo("It asked for “024b7a00531c.xml” and was answered 404; no SIP of it is in it.");
        assertThat(verdict.blind()).contains("Which configuration it has can’t be seen from there.");
    }

    @Test
    void whoAsksForItsOwnFileTooDoesNotAskForAnother() {
        Verdict verdict = Verdict.of(
                askingFor("024b7a00531c.conf"),
                List.of(
                        asked(T, "024b7a00531c.conf", 404, ""),
                        asked(T.plusMillis(40), "024b7a00531c-user.conf", 404, "")),
                BOOK,
                T.plusSeconds(300));
        assertThat(verdict.findings()).isEmpty();
    }

    @Test
    void whichConfigurationItTookIsSeenWhereItWasGivenOne() {
        Verdict verdict = of(asked(T, "024b7a00531c.conf", 200, "155c"));
        assertThat(verdict.blind()).noneMatch(b -> b.startsWith("Which configuration"));
    }

    /** Who answered is not known: why Jordfell itself would have answered so is no reason of somebody else’s. */
    @ParameterizedTest
    @ValueSource(ints = {401, 403, 404, 429, 500})
    void whyItsOwnFileIsNotGivenIsNotGuessedAt(int status) {
        Verdict verdict = Verdict.of(
                askingFor("024b7a00531c.conf"),
                List.of(asked(T, "024b7a00531c.conf", status, "")),
                BOOK,
                T.plusSeconds(300));
        assertThat(verdict.findings()).isEmpty();
        assertThat(verdict.words()).contains("was answered " + status);
    }

    @ParameterizedTest
    @CsvSource({"404, ''", "200, ffff", "200, ''", "304, 0000"})
    void whateverItsFileIsItsSipSpeaksForItself(int status, String revision) {
        Verdict verdict = of(
                asked(T.minusSeconds(1), "024b7a00531c.conf", status, revision),
                SipTexts.registerIn(T, "c", 1, "2416", DOMAIN),
                challenged(T.plusMillis(5)),
                answered(T.plusMillis(9), "slipway-copper-27"),
                SipTexts.answerIn(T.plusMillis(12), "c", 2, "2416", "403 Forbidden"));
        assertThat(verdict.findings()).extracting(Finding::cause).containsExactly(Cause.WRONG_PASSWORD);
    }
}
