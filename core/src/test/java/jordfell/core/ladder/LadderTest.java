package jordfell.core.ladder;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.diagnosis.SecretBook;
import jordfell.core.evidence.Episode;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.AddressBanned;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.Leased;
import jordfell.core.evidence.Observation.Logged;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.evidence.Observation.NotKept;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.core.evidence.Observation.TlsRefused;
import jordfell.core.evidence.SipSeen;
import jordfell.core.evidence.SipTexts;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.WindowFour;
import jordfell.core.sip.DigestAlgorithm;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What went to and fro, as lanes and steps; and what a message’s headers mean. */
class LadderTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");
    private static final String DOMAIN = "v.example";
    private static final DeviceFacts DEVICE = new WindowFour(DOMAIN, T.minusSeconds(60)).facts();

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

    private static Episode episode(int times, Observation... story) {
        return new Episode("x|" + story[0].at(), story[0].at(), story[story.length - 1].at(), times, List.of(story));
    }

    private static List<Step> steps(Observation... story) {
        return Ladder.of(DEVICE, List.of(episode(1, story))).exchanges().get(0).steps();
    }

    private static String told(Step s) {
        String way = s.from().equals(s.to()) ? s.from().name() : s.from().name() + " → " + s.to().name();
        return way + ": " + s.label() + (s.bad() ? " !" : "");
    }

    @Test
    void aQuestionAndItsAnswerAreTwoSteps() {
        assertThat(steps(
                        new Leased(T, "192.0.2.101", "192.0.2.67", 66, "http://x"),
                        new NameLookedUp(T.plusSeconds(1), DOMAIN, "SRV", List.of(), "NXDOMAIN"),
                        new ConfigRequested(
                                T.plusSeconds(2), "f.kor", 200, "aaaa0000", "Korrin K24/2.4.1", "192.0.2.1"),
                        new ConfigRequested(T.plusSeconds(3), "f.kor", 403, "", "Korrin K24/2.4.1", "192.0.2.1")))
                .extracting(LadderTest::told)
                .containsExactly(
                        "addresses → phone: 192.0.2.101, option 66",
                        "phone → names: SRV v.example",
                        "names → phone: no such name !",
                        "phone → files: GET f.kor",
                        "files → phone: 200, revision aaaa",
                        "phone → files: GET f.kor",
                        "files → phone: 403 !");
    }

    @Test
    void aRegistrationIsDrawnBetweenThePhoneAndItsNode() {
        assertThat(steps(
                        SipTexts.register(T, 1, "2416", DOMAIN),
                        SipTexts.answerTo(T.plusMillis(4), 1, "2416", "401 Unauthorized"),
                        SipTexts.answerTo(T.plusMillis(9), 2, "2416", "403 Forbidden"),
                        new BindingChanged(
                                T.plusSeconds(1),
                                "2416",
                                BindingChanged.Change.EXPIRED,
                                "",
                                "north",
                                "192.0.2.1:5060",
                                T)))
                .extracting(LadderTest::told)
                .containsExactly(
                        "phone → north: REGISTER 2416",
                        "north → phone: 401 Unauthorized",
                        "north → phone: 403 Forbidden !",
                        "north: 2416 ran out !");
    }

    @Test
    void whatHappensAtOneOfThemStandsThere() {
        assertThat(steps(
                        new AddressBanned(T, "north", "192.0.2.1", "2416", 5, T.plusSeconds(600)),
                        new AddressBanned(T.plusSeconds(1), "north", "192.0.2.1", "", 0, T.plusSeconds(1)),
                        new Pinged(T.plusSeconds(2), "2416", false),
                        new Logged(T.plusSeconds(3), 3, "FILE", "can’t read its file", "192.0.2.1"),
                        new TlsRefused(T.plusSeconds(4), "north", "192.0.2.1:5061", "certificate_expired", 1),
                        new TestCalled(T.plusSeconds(5), "2416", true, true, "200 OK"),
                        new NotKept(T.plusSeconds(6), 7, "they could not be written")))
                .extracting(LadderTest::told)
                .containsExactly(
                        "north: bans 192.0.2.1 !",
                        "north: hears 192.0.2.1 again",
                        "phone: does not answer OPTIONS for 2416 !",
                        "phone: writes: can’t read its file !",
                        "phone → north: breaks off: certificate expired !",
                        "phone: test call out: 200 OK",
                        "phone: 7 observations were not kept !");
    }

    @Test
    void lanesStandInTheOrderOfTheWayAndARouterOnlyWhereOneTranslates() {
        SipSeen behind = SipTexts.register(T, 1, "2416", DOMAIN, "Contact: <sip:2416@10.0.0.7:5060>");
        Episode names = episode(1, new NameLookedUp(T.minusSeconds(5), DOMAIN, "A", List.of("192.0.2.11")));
        assertThat(Ladder.of(DEVICE, List.of(episode(3, behind), names)).lanes())
                .extracting(Lane::name)
                .containsExactly("phone", "192.0.2.1", "names", "north");
        SipSeen own = SipTexts.register(T, 1, "2416", DOMAIN, "Contact: <sip:2416@192.0.2.1:5060>");
        assertThat(Ladder.of(DEVICE, List.of(episode(3, own))).lanes())
                .extracting(Lane::kind)
                .containsExactly(Lane.Kind.PHONE, Lane.Kind.NODE);
    }

    @Test
    void theNewestAreDrawnAndHowOftenTheyWentAlikeIsKept() {
        List<Episode> many = java.util.stream.IntStream.range(0, 60)
                .mapToObj(i -> episode(i, new Pinged(T.plusSeconds(i), "2416", true)))
                .toList();
        Ladder ladder = Ladder.of(DEVICE, many);
        assertThat(ladder.exchanges()).hasSize(Ladder.MOST);
        assertThat(ladder.exchanges().get(Ladder.MOST - 1).episode().times()).isEqualTo(59);
    }

    private static List<MessageWords.Line> words(SipSeen seen) {
        return MessageWords.of((SipSeen.Message) seen, DEVICE, BOOK);
    }

    private static SipSeen answering(String user, String realm, String password, String uri) {
        DigestAnswer answer = DigestAnswer.to(
                new DigestChallenge(realm, "n", DigestAlgorithm.SHA_256, false),
                user,
                password,
                "REGISTER",
                uri,
                "c",
                1);
        return SipTexts.register(T, 2, "2416", DOMAIN, "Authorization: " + answer.header());
    }

    @ParameterizedTest
    @CsvSource({
        "2416-a, v.example, harbour-lantern-41, sip:v.example, response, false, fits the password of 2416",
        "2416-a, v.example, slipway-copper-27, sip:v.example, response, true, 'fits 2417’s password, not the password of 2416'",
        "2416-a, v.example, harbour-lantern-4, sip:v.example, response, true, fits",
        "2417-a, v.example, harbour-lantern-41, sip:v.example, username, true, on record is 2416-a",
        "2416-a, w.example, harbour-lantern-41, sip:v.example, realm, true, on record is v.example",
        "2416-a, v.example, harbour-lantern-41, sip:w.example, uri, true, the request is for sip:v.example",
        "2416-a, v.example, harbour-lantern-41, sip:v.example, uri, false, as in the request",
    })
    void theAnswerToAChallengeIsWorkedThroughAndShowsNoPassword(
            String user, String realm, String password, String uri, String name, boolean bad, String told) {
        List<MessageWords.Line> words = words(answering(user, realm, password, uri));
        assertThat(words).filteredOn(l -> l.name().equals(name)).singleElement().satisfies(line -> {
            assertThat(line.bad()).isEqualTo(bad);
            assertThat(line.words()).startsWith(told);
        });
        assertThat(words.toString())
                .doesNotContain("harbour")
                .doesNotContain("slipway")
                .contains("•••••");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "Expires: 30; Expires; true; 60 to 600 s are granted",
                "Expires: 0; Expires; false; it ends its registration",
                "Expires: many; Expires; ; ",
                "Date: Mon, 02 Mar 2026 09:00:00 GMT; Date; true; its clock is 1 h ahead",
                "User-Agent: Korrin K12/2.4.1; User-Agent; false; on record as Korrin K24",
                "Authorization: Digest username=\"x\"; Authorization; true; no whole Digest (RFC 7616 §3.4)",
            })
    void aHeaderIsToldByWhatItMeans(String header, String name, Boolean bad, String told) {
        List<MessageWords.Line> words = words(SipTexts.register(T, 1, "2416", DOMAIN, header)).stream()
                .filter(l -> l.name().equals(name))
                .toList();
        if (bad == null) {
            assertThat(words).isEmpty();
        } else {
            assertThat(words)
                    .singleElement()
                    .returns(bad, MessageWords.Line::bad)
                    .returns(told, MessageWords.Line::words);
        }
    }

    @Test
    void aNumberThatIsNoneOfItsLinesIsTold() {
        assertThat(words(SipTexts.register(T, 1, "2490", "w.example")))
                .filteredOn(MessageWords.Line::bad)
                .extracting(MessageWords.Line::words)
                .containsExactly("its domain is v.example", "none of its lines, which are 2416");
    }

    @Test
    void aRefusalIsToldInTheRegistrarsWords() {
        assertThat(words(SipTexts.answer(T, "2416", "403 Forbidden", "Warning: 399 north \"no room\"")))
                .extracting(MessageWords.Line::words)
                .contains("it was understood, and is refused", "why, in the registrar’s words");
    }
}
