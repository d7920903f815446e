package jordfell.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.diagnosis.Neighbours.Agent;
import jordfell.core.diagnosis.Neighbours.Others;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.evidence.SipTexts;
import jordfell.core.milestone.Milestones;
import jordfell.core.path.WindowFour;
import jordfell.core.roster.RegistrarNode;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Causes in which others have a part: who else is registered at its number or at its address, and which nodes hear others. */
class CompanyCausesTest extends CauseFixture {

    private static final RegistrarNode NORTH = new RegistrarNode("north", "n.v.example", "192.0.2.11", 5060, 10, 1);
    private static final RegistrarNode SOUTH = new RegistrarNode("south", "s.v.example", "192.0.2.12", 5060, 20, 1);

    private static Neighbours with(List<Agent> sameNumber, List<Agent> sameSource) {
        return new Neighbours(Map.of(), Others.NOBODY, Others.NOBODY, sameNumber, sameSource);
    }

    private static Agent agent(String source, long device, String label) {
        return new Agent("2416", source, "north", device, label, device == 0 ? "" : "Eskvik Pier", 0);
    }

    private List<Cause> causes(Neighbours neighbours, long seconds) {
        return among(neighbours, seconds).stream().map(Finding::cause).toList();
    }

    @ParameterizedTest
    @CsvSource({
        "198.51.100.7:5060, 0, '', '', '2416 is registered from 198.51.100.7:5060 too, by an agent that is on no record.'",
        "192.0.2.9:5060, 9, Ticket window 9, '', '2416 is registered by Ticket window 9 too, to which nobody gave it.'",
        "192.0.2.1:40000, 0, '', '', ",
        "192.0.2.9:5060, 9, Ticket window 9, Ticket window 9, ",
        "198.51.100.7:5060, 0, '', Ticket window 9, ",
    })
    void whoElseHasItsNumberIsToldUnlessTheRecordsGiveItToThem(
            String source, long device, String label, String sharedWith, String sentence) {
        carries();
        window.sharedWith = sharedWith.isEmpty() ? List.of() : List.of(sharedWith);
        assertThat(among(with(List.of(agent(source, device, label)), List.of()), 110))
                .extracting(Finding::sentence)
                .isEqualTo(sentence == null ? List.of() : List.of(sentence));
    }

    @Test
    void aPhoneThatIsNotRegisteredIsToldNothingOfWhoIs() {
        binding(4, "2416", Change.ADDED, "north");
        binding(60, "2416", Change.EXPIRED, "north");
        assertThat(causes(with(List.of(agent("198.51.100.7:5060", 0, "")), List.of()), 300))
                .doesNotContain(Cause.TWO_AGENTS);
    }

    @ParameterizedTest
    @CsvSource({"1, false", "2, true"})
    void whoHasItsAddressAndPortInTurnIsMixedUpWithIt(int turns, boolean told) {
        carries();
        List<Finding> found = among(
                with(
                        List.of(),
                        List.of(agent("192.0.2.1:5060", 9, "Ticket window 9").taking(turns))),
                110);
        assertThat(found)
                .extracting(Finding::sentence)
                .isEqualTo(
                        told
                                ? List.of(
                                        "It is registered from 192.0.2.1:5060, and so is Ticket window 9, in turn: its router"
                                                + " can’t tell them apart.")
                                : List.of());
    }

    /** A router that had forgotten one gives its port to another: that takes it longer than what counts as a turn. */
    @ParameterizedTest
    @CsvSource({"0, 3", "9, 3", "11, 0"})
    void turnsAtAnAddressAndPortAreCountedWhileBothAreThere(long seconds, int turns) {
        Neighbourhood neighbourhood = new Neighbourhood();
        for (int i = 0; i < 4; i++) {
            neighbourhood.seen(
                    new WindowFour(DOMAIN, T).as(8 + i % 2, "Old Mill"),
                    Milestones.NONE,
                    new BindingChanged(
                            at(i * seconds),
                            "2416",
                            Change.REFRESHED,
                            "sip:2416@192.0.2.1",
                            "north",
                            "203.0.113.1:5060",
                            at(600)));
        }
        Milestones own = Milestones.of(List.of(moved(Change.ADDED, "203.0.113.1:5060", at(600))));
        assertThat(neighbourhood
                        .of(new WindowFour(DOMAIN, T).as(8, "Old Mill"), own, at(10))
                        .sameSource())
                .singleElement()
                .returns(turns, Agent::turns)
                .returns(9L, Agent::device);
        neighbourhood.seen(
                new WindowFour(DOMAIN, T).as(9, "Old Mill"),
                Milestones.NONE,
                moved(Change.REFRESHED, "203.0.113.1:40000", at(600)));
        assertThat(neighbourhood
                        .of(new WindowFour(DOMAIN, T).as(8, "Old Mill"), own, at(10))
                        .sameSource())
                .as("it has another port by now")
                .isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"5, true", "2, false"})
    void aRegistrationThatTakesTurnsBetweenTwoHostsIsTold(int times, boolean told) {
        carries();
        for (int i = 0; i < times; i++) {
            seen.add(new BindingChanged(
                    at(101 + i),
                    "2416",
                    Change.REFRESHED,
                    "sip:2416@192.0.2.1",
                    "north",
                    (i % 2 == 0 ? "198.51.100.7" : "192.0.2.1") + ":5060",
                    at(400)));
        }
        assertThat(causes(Neighbours.NONE, 150).contains(Cause.BINDING_FLIP_FLOP))
                .isEqualTo(told);
    }

    @Test
    void aPhoneThatMovedOnceTakesNoTurns() {
        carries();
        for (int i = 0; i < 6; i++) {
            seen.add(new BindingChanged(
                    at(101 + i),
                    "2416",
                    Change.REFRESHED,
                    "sip:2416@192.0.2.1",
                    "north",
                    "198.51.100.7:50" + i,
                    at(400)));
        }
        assertThat(causes(Neighbours.NONE, 150)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"-600, true", "50, false"})
    void itStaysAtTheSecondNodeWhileTheFirstHearsOthers(long steadySince, boolean told) {
        window.nodes = List.of(NORTH, SOUTH);
        asks(3, 1, "2416");
        binding(4, "2416", Change.ADDED, "south");
        binding(100, "2416", Change.REFRESHED, "south");
        Others heard = new Others(Optional.of(at(109)), Duration.ofSeconds(2), 8, 2, Optional.of(at(steadySince)));
        List<Cause> causes =
                causes(new Neighbours(Map.of("north", heard), Others.NOBODY, Others.NOBODY, List.of(), List.of()), 110);
        assertThat(causes.contains(Cause.STUCK_ON_BACKUP)).isEqualTo(told);
    }

    @Test
    void aNodeThatItsDomainDoesNotHaveIsNamed() {
        window.nodes = List.of(SOUTH);
        asks(3, 1, "2416");
        answered(3, 1, "2416", "404 Not Found");
        assertThat(first(100))
                .returns(Cause.HEARD_AT_WRONG_NODE, Finding::cause)
                .returns("It registers 2416 at north, which is no node of v.example.", Finding::sentence);
    }

    @Test
    void aFullExtensionSaysWhoIsThereAndWhatCanBeTakenAway() {
        asks(3, 1, "2416");
        answered(3, 1, "2416", "403 Forbidden", "Warning: 399 north \"2 contacts are bound already\"");
        Finding full = among(
                        with(
                                List.of(
                                        agent("198.51.100.7:5060", 0, ""),
                                        agent("192.0.2.9:5060", 9, "Ticket window 9")),
                                List.of()),
                        100)
                .get(0);
        assertThat(full.cause()).isEqualTo(Cause.CONTACTS_FULL);
        assertThat(full.detail())
                .contains("Registered are an agent of no record at 198.51.100.7:5060, Ticket window 9.");
        assertThat(full.remedies())
                .extracting(Remedy::action)
                .containsExactly(Remedy.Action.DROP_CONTACT, Remedy.Action.WIDEN_LIMIT, Remedy.Action.ADVICE);
    }

    /** What the neighbourhood keeps of registrations. */
    @Test
    void whoIsRegisteredIsKnownUntilItEnds() {
        Neighbourhood neighbourhood = new Neighbourhood();
        Instant end = at(600);
        neighbourhood.seen(
                new WindowFour(DOMAIN, T).as(9, "Old Mill"),
                Milestones.NONE,
                moved(Change.ADDED, "192.0.2.9:5060", end));
        neighbourhood.seenOfAStranger(DOMAIN, moved(Change.ADDED, "198.51.100.7:5060", end));
        neighbourhood.seenOfAStranger("other.example", moved(Change.ADDED, "198.51.100.8:5060", end));
        neighbourhood.seenOfAStranger(DOMAIN, SipTexts.register(T, "2416", DOMAIN));
        assertThat(sources(neighbourhood, 1, 10)).containsExactly("192.0.2.9:5060", "198.51.100.7:5060");
        assertThat(sources(neighbourhood, 9, 10)).as("not itself").containsExactly("198.51.100.7:5060");
        assertThat(sources(neighbourhood, 1, 601)).as("it ran out").isEmpty();
        neighbourhood.seen(
                new WindowFour(DOMAIN, T).as(9, "Old Mill"),
                Milestones.NONE,
                moved(Change.REFRESHED, "192.0.2.9:6000", end));
        assertThat(sources(neighbourhood, 1, 10))
                .as("a device has one registration of a number")
                .containsExactly("192.0.2.9:6000", "198.51.100.7:5060");
        neighbourhood.seenOfAStranger(DOMAIN, moved(Change.REMOVED, "198.51.100.7:5060", end));
        assertThat(sources(neighbourhood, 1, 10)).containsExactly("192.0.2.9:6000");
    }

    private static BindingChanged moved(Change change, String peer, Instant until) {
        return new BindingChanged(T, "2416", change, "sip:2416@192.0.2.1", "north", peer, until);
    }

    private static List<String> sources(Neighbourhood neighbourhood, long device, long seconds) {
        return neighbourhood
                .of(new WindowFour(DOMAIN, T).as(device, "Eskvik Pier"), Milestones.NONE, at(seconds))
                .sameNumber()
                .stream()
                .map(Agent::source)
                .toList();
    }
}
