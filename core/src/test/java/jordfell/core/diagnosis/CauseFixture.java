package jordfell.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.evidence.SipTexts;
import jordfell.core.path.WindowFour;
import jordfell.core.release.Revision;
import jordfell.core.sip.DigestAlgorithm;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;

/** A device with two lines, and what is seen of its registrations. */
abstract class CauseFixture {

    static final Instant T = Instant.parse("2026-03-02T08:00:00Z");
    static final String REV = new Revision("aaaa000011112222").id();
    static final String DOMAIN = "v.example";

    static final SecretBook BOOK = new SecretBook() {
        @Override
        public Optional<String> current(String number) {
            return Optional.ofNullable(
                    Map.of("2416", "harbour", "2417", "lantern").get(number));
        }

        @Override
        public List<String> earlier(String number) {
            return List.of("pier");
        }

        @Override
        public Map<String, String> others(String number) {
            Map<String, String> all = new TreeMap<>(Map.of("2416", "harbour", "2417", "lantern"));
            all.remove(number);
            return all;
        }
    };

    final WindowFour window = new WindowFour(DOMAIN, T.minusSeconds(600)).released(T, "harbour", Optional.empty());
    final List<Observation> seen = new ArrayList<>(List.of(
            new ConfigRequested(at(1), "f", 200, REV, "Korrin K24/2.4.1", "192.0.2.1"),
            new NameLookedUp(at(2), "_sip._udp." + DOMAIN, "SRV", List.of("north:5060"))));

    static Instant at(long seconds) {
        return T.plusSeconds(seconds);
    }

    List<Finding> findings(long seconds) {
        return Diagnosis.of(CaseOf.of(window.facts(), seen, BOOK, at(seconds)));
    }

    /** What is found where others are heard. */
    List<Finding> among(Neighbours neighbours, long seconds) {
        CaseOf alone = CaseOf.of(window.facts(), seen, BOOK, at(seconds));
        return Diagnosis.of(new CaseOf(
                alone.facts(), alone.reached(), alone.recent(), alone.path(), BOOK, neighbours, at(seconds)));
    }

    Finding first(long seconds) {
        assertThat(findings(seconds)).isNotEmpty();
        return findings(seconds).get(0);
    }

    void asks(long t, int cseq, String number) {
        seen.add(SipTexts.register(at(t), cseq, number, DOMAIN));
    }

    void answers(long t, int cseq, String realm, String user, String password) {
        answers(t, cseq, realm, user, password, "sip:" + DOMAIN, 1);
    }

    void answers(long t, int cseq, String realm, String user, String password, String uri, int count) {
        DigestAnswer answer = DigestAnswer.to(
                new DigestChallenge(realm, "n", DigestAlgorithm.MD5, false),
                user,
                password,
                "REGISTER",
                uri,
                "c",
                count);
        seen.add(SipTexts.register(at(t), cseq, "2416", DOMAIN, "Authorization: " + answer.header()));
    }

    void challenged(long t, int cseq, boolean stale) {
        seen.add(SipTexts.answerTo(
                at(t),
                cseq,
                "2416",
                "401 Unauthorized",
                "WWW-Authenticate: " + new DigestChallenge(DOMAIN, "n" + cseq, DigestAlgorithm.MD5, stale).header()));
    }

    void answered(long t, int cseq, String number, String status, String... headers) {
        seen.add(SipTexts.answerTo(at(t), cseq, number, status, headers));
    }

    void binding(long t, String number, Change change, String node) {
        seen.add(new BindingChanged(
                at(t), number, change, "sip:" + number + "@192.0.2.1", node, "192.0.2.1:5060", at(t + 120)));
    }

    /** Asked, was challenged, answered, was challenged again, forty times. */
    void challengedForEver(String realm, String user, String password, String uri, boolean stale, int count) {
        asks(3, 1, "2416");
        challenged(3, 1, stale);
        for (int i = 0; i < 40; i++) {
            answers(4 + i, 2 + i, realm, user, password, uri, count);
            challenged(4 + i, 2 + i, stale);
        }
    }

    void carries() {
        asks(3, 1, "2416");
        binding(4, "2416", Change.ADDED, "north");
        binding(100, "2416", Change.REFRESHED, "north");
    }
}
