package jordfell.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.evidence.Observation.TlsRefused;
import jordfell.core.evidence.Ties.Sighted;
import jordfell.core.evidence.Ties.Tied;
import org.junit.jupiter.api.Test;

/** Which evidence may speak for a device, and which may not. Times are seconds. */
class TiesTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");
    private static final String DOMAIN = "v.example";
    private static final long WINDOW = 4;

    private final Ties ties = new Ties();
    private final Map<Long, String> registered = new HashMap<>();
    private List<Long> unnamed = List.of(WINDOW);
    private final Map<Long, String> at = new HashMap<>();
    private boolean proves;

    private final Ties.Holders holders = new Ties.Holders() {
        @Override
        public List<Long> unnamed(String domain, String number) {
            return number.equals("2416") ? unnamed : List.of();
        }

        @Override
        public List<Long> at(String host) {
            return at.keySet().stream().filter(id -> wasAt(id, host)).sorted().toList();
        }

        @Override
        public boolean wasAt(long device, String host) {
            return host.equals(at.get(device));
        }

        @Override
        public Optional<String> registeredFrom(long device) {
            return Optional.ofNullable(registered.get(device));
        }

        @Override
        public boolean proves(String domain, SipSeen.Request register) {
            return proves;
        }
    };

    private List<Tied> take(boolean named, Optional<Long> claims, Observation o) {
        return ties.take(new Sighted(DOMAIN, named, claims, o), holders);
    }

    private static SipSeen register(long t, String callId, String peer, String... headers) {
        SipSeen seen = SipTexts.registerIn(T.plusSeconds(t), callId, 1, "2416", DOMAIN, headers);
        return SipSeen.of(seen.at(), true, "north", peer, seen.datagram());
    }

    private static BindingChanged binding(long t, Change change, String peer) {
        return new BindingChanged(
                T.plusSeconds(t), "2416", change, "sip:2416@192.0.2.1", "north", peer, T.plusSeconds(t + 120));
    }

    private static List<Optional<Long>> devices(List<Tied> tied) {
        return tied.stream().map(Tied::device).toList();
    }

    @Test
    void theNumberInAToHeaderTiesNothing() {
        assertThat(take(false, Optional.empty(), register(0, "a", "203.0.113.9:5060")))
                .isEmpty();
        assertThat(devices(ties.letGo(T.plusSeconds(60)))).containsExactly(Optional.empty());
    }

    @Test
    void anInstanceTiesUnlessTheDeviceIsRegisteredFromElsewhere() {
        assertThat(devices(take(true, Optional.of(WINDOW), register(0, "a", "192.0.2.1:5060"))))
                .containsExactly(Optional.of(WINDOW));
        take(true, Optional.of(WINDOW), binding(1, Change.ADDED, "192.0.2.1:5060"));
        assertThat(devices(take(true, Optional.of(WINDOW), register(2, "b", "203.0.113.9:5060"))))
                .as("somebody else says that it is this device")
                .containsExactly(Optional.empty());
        assertThat(devices(take(true, Optional.of(WINDOW), register(3, "c", "192.0.2.1:61000"))))
                .as("another port of the same address")
                .containsExactly(Optional.of(WINDOW));
        take(true, Optional.of(WINDOW), binding(4, Change.EXPIRED, "192.0.2.1:5060"));
        assertThat(devices(take(true, Optional.of(WINDOW), register(5, "d", "203.0.113.9:5060"))))
                .as("it was moved")
                .containsExactly(Optional.of(WINDOW));
    }

    @Test
    void aHandshakeThatIsBrokenOffMayBeOfAnyDeviceThatIsKnownByTheAddressAndSaysHowMany() {
        TlsRefused refused = new TlsRefused(T, "north", "203.0.113.40:40001", "certificate_expired", 0);
        assertThat(devices(take(false, Optional.empty(), refused))).containsExactly(Optional.empty());
        at.put(WINDOW, "203.0.113.40");
        at.put(7L, "203.0.113.40");
        at.put(9L, "203.0.113.4");
        List<Tied> tied = take(false, Optional.empty(), refused);
        assertThat(devices(tied)).containsExactly(Optional.of(WINDOW), Optional.of(7L));
        assertThat(tied)
                .allSatisfy(t -> assertThat(((TlsRefused) t.seen().observation()).sharing())
                        .isEqualTo(2));
    }

    @Test
    void whereItWasRegisteredIsKnownAfterAStartToo() {
        registered.put(WINDOW, "192.0.2.1:5060");
        assertThat(devices(take(true, Optional.of(WINDOW), register(0, "a", "203.0.113.9:5060"))))
                .containsExactly(Optional.empty());
    }

    @Test
    void anAnswerThatOnlyItsPasswordGivesTiesWhatCameBeforeToo() {
        assertThat(take(false, Optional.empty(), register(0, "a", "192.0.2.1:5060")))
                .isEmpty();
        proves = true;
        assertThat(devices(
                        take(false, Optional.empty(), register(1, "a", "192.0.2.1:5060", "Authorization: Digest x=y"))))
                .containsExactly(Optional.of(WINDOW), Optional.of(WINDOW));
        assertThat(devices(take(false, Optional.empty(), register(2, "a", "192.0.2.1:5060"))))
                .as("a Call-ID seen before")
                .containsExactly(Optional.of(WINDOW));
    }

    @Test
    void anAnswerThatNothingProvesIsAStraysWhenItsTimeIsOver() {
        take(false, Optional.empty(), register(0, "a", "192.0.2.1:5060"));
        take(false, Optional.empty(), register(1, "a", "192.0.2.1:5060", "Authorization: Digest x=y"));
        assertThat(ties.letGo(T.plusSeconds(20))).isEmpty();
        assertThat(devices(ties.letGo(T.plusSeconds(40)))).containsExactly(Optional.empty(), Optional.empty());
        assertThat(ties.letGo(T.plusSeconds(50))).as("told once").isEmpty();
    }

    @Test
    void aRefusedAttemptIsAStraysAtOnce() {
        take(false, Optional.empty(), register(0, "a", "192.0.2.1:5060"));
        SipSeen no = SipTexts.answerIn(T, "a", 1, "2416", "403 Forbidden");
        assertThat(devices(take(false, Optional.empty(), no))).containsExactly(Optional.empty(), Optional.empty());
    }

    @Test
    void whatLedToARegistrationIsWhoseTheRegistrationIs() {
        take(false, Optional.empty(), register(0, "a", "192.0.2.1:5060"));
        assertThat(devices(take(false, Optional.empty(), binding(1, Change.ADDED, "192.0.2.1:5060"))))
                .containsExactly(Optional.of(WINDOW), Optional.of(WINDOW));
        unnamed = List.of();
        take(false, Optional.empty(), register(2, "b", "192.0.2.2:5060"));
        assertThat(devices(take(false, Optional.empty(), binding(3, Change.ADDED, "192.0.2.2:5060"))))
                .containsExactly(Optional.empty(), Optional.empty());
    }

    @Test
    void aRegistrationThatNamesNobodyIsTheOnlyHoldersWhoDoesNotEither() {
        assertThat(devices(take(false, Optional.empty(), binding(0, Change.ADDED, "192.0.2.1:5060"))))
                .containsExactly(Optional.of(WINDOW));
        assertThat(devices(take(false, Optional.empty(), register(1, "z", "192.0.2.1:5060"))))
                .as("from where it is registered")
                .containsExactly(Optional.of(WINDOW));
        unnamed = List.of();
        assertThat(devices(take(false, Optional.empty(), binding(2, Change.ADDED, "192.0.2.2:5060"))))
                .containsExactly(Optional.empty());
    }

    @Test
    void whoNamesAnInstanceThatNobodyEnrolledIsAStrayAtOnce() {
        assertThat(devices(take(true, Optional.empty(), register(0, "a", "192.0.2.1:5060"))))
                .containsExactly(Optional.empty());
        assertThat(devices(take(true, Optional.empty(), binding(1, Change.ADDED, "192.0.2.1:5060"))))
                .containsExactly(Optional.empty());
    }

    @Test
    void whatIsBrokenIsWhoseAddressItCameFrom() {
        take(true, Optional.of(WINDOW), binding(0, Change.ADDED, "192.0.2.1:5060"));
        SipSeen broken = SipSeen.of(T, true, "north", "192.0.2.1:5060", Datagram.of("REG"));
        assertThat(devices(take(false, Optional.empty(), broken))).containsExactly(Optional.of(WINDOW));
    }

    @Test
    void howeverManyWaitNoneIsLost() {
        int tied = 0;
        for (int i = 0; i < 6_000; i++) {
            tied += take(false, Optional.empty(), register(0, "c" + i, "203.0.113.9:" + i))
                    .size();
        }
        tied += ties.letGo(T.plusSeconds(100)).size();
        assertThat(tied).isEqualTo(6_000);
    }

    @Test
    void ofTwoThatShareANumberAndNameNobodyItIsTheOneThatWasThere() {
        long hall = WINDOW + 1;
        unnamed = List.of(WINDOW, hall);
        assertThat(devices(take(false, Optional.empty(), binding(0, Change.ADDED, "192.0.2.7:5060"))))
                .as("neither was there")
                .containsExactly(Optional.empty());
        at.put(hall, "192.0.2.1");
        assertThat(devices(take(false, Optional.empty(), binding(1, Change.ADDED, "192.0.2.1:5060"))))
                .containsExactly(Optional.of(hall));
        at.put(WINDOW, "198.51.100.9");
        at.put(hall, "198.51.100.9");
        assertThat(devices(take(false, Optional.empty(), binding(2, Change.ADDED, "198.51.100.9:40001"))))
                .as("both are behind one router")
                .containsExactly(Optional.empty());
    }

    /** A registrar that passes a call on keeps its Call-ID: both ends have it. */
    @Test
    void bothEndsOfACallKeepTheirOwnMessages() {
        long other = 5;
        SipSeen atOne = SipTexts.registerIn(T, "the call", 1, "2416", DOMAIN);
        SipSeen atOther = SipTexts.registerIn(T.plusSeconds(1), "the call", 1, "2417", DOMAIN);
        assertThat(take(true, Optional.of(WINDOW), atOne))
                .extracting(Tied::device)
                .containsExactly(Optional.of(WINDOW));
        assertThat(take(true, Optional.of(other), atOther))
                .extracting(Tied::device)
                .containsExactly(Optional.of(other));
        assertThat(take(
                        true,
                        Optional.of(WINDOW),
                        SipTexts.registerIn(T.plusSeconds(2), "the call", 2, "2416", DOMAIN)))
                .extracting(Tied::device)
                .containsExactly(Optional.of(WINDOW));
    }
}
