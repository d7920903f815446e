package jordfell.core.story;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.evidence.Episode;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.SipTexts;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.WindowFour;
import org.junit.jupiter.api.Test;

/** What happened to a device: on an axis, and in sentences that say what came after what. */
class StoryTest {

    private static final Instant T = Instant.parse("2026-03-02T09:00:00Z");
    private static final DeviceFacts DEVICE = new WindowFour("v.example", T.minusSeconds(86_400)).facts();

    private final List<Episode> episodes = new ArrayList<>();

    private static Instant at(int minute) {
        return T.plusSeconds(60L * minute);
    }

    private void seen(Instant first, int times, Observation... newest) {
        episodes.add(new Episode("k" + episodes.size(), first, newest[newest.length - 1].at(), times, List.of(newest)));
    }

    private void bound(int first, int last, Change change, int expiresAfter) {
        seen(
                at(first),
                1,
                new BindingChanged(
                        at(last),
                        "2416",
                        change,
                        "c",
                        "north",
                        "192.0.2.1:5060",
                        at(last).plusSeconds(60L * expiresAfter)));
    }

    private void fetched(int minute, int status, String revision) {
        seen(at(minute), 1, new ConfigRequested(at(minute), "f.kor", status, revision, "K24", "192.0.2.1"));
    }

    private Timeline timeline(Timeline.Changed... changes) {
        return Timeline.of(DEVICE, episodes, List.of(changes), List.of(), at(60));
    }

    private List<Span> registered() {
        return timeline().lines().get(0).registered();
    }

    @Test
    void aLineIsRegisteredFromItsTakingUntilItRunsOut() {
        bound(0, 0, Change.ADDED, 2);
        bound(2, 10, Change.REFRESHED, 2);
        assertThat(registered()).containsExactly(new Span(at(0), at(12)));
    }

    @Test
    void whatWasTakenBackEndsThereAndMayBeginAgain() {
        bound(0, 0, Change.ADDED, 30);
        bound(5, 5, Change.REMOVED, 0);
        bound(20, 20, Change.ADDED, 10);
        assertThat(registered()).containsExactly(new Span(at(0), at(5)), new Span(at(20), at(30)));
    }

    @Test
    void whatGoesOnEndsNow() {
        bound(50, 58, Change.REFRESHED, 20);
        assertThat(registered()).containsExactly(new Span(at(50), at(60)));
    }

    @Test
    void itAsksAndWhatItTookOverIsToldOnce() {
        fetched(0, 200, "aaaa0000");
        fetched(5, 304, "aaaa0000");
        fetched(6, 403, "");
        fetched(7, 200, "bbbb0000");
        assertThat(timeline().asks())
                .extracting(Timeline.Ask::took, Timeline.Ask::refused)
                .containsExactly(tuple("aaaa", false), tuple("", false), tuple("", true), tuple("bbbb", false));
    }

    @Test
    void theStoryTellsWhenItWorkedLastWhatWasChangedAndWhatCameAfterIt() {
        bound(0, 0, Change.ADDED, 4);
        fetched(1, 200, "aaaa0000");
        fetched(5, 200, "bbbb0000");
        seen(
                at(6),
                60,
                SipTexts.registerIn(at(16), "c", 2, "2416", "v.example"),
                SipTexts.answerIn(at(16), "c", 2, "2416", "403 Forbidden"));
        Timeline timeline = timeline(new Timeline.Changed(at(3), "Lena Ravn", "released 8 to 12 devices"));
        assertThat(Story.of(timeline, Optional.of(at(6)), at(60)))
                .extracting(Story.Sentence::at, Story.Sentence::words)
                .containsExactly(
                        tuple(at(1), "It took over revision aaaa."),
                        tuple(at(3), "The last change before it began: Lena Ravn released 8 to 12 devices."),
                        tuple(at(4), "Its last registration ended."),
                        tuple(at(5), "It took over revision bbbb."),
                        tuple(at(6), "From here on the registrar answered “403 Forbidden”, again and again."));
    }

    @Test
    void ofOneThatNeverWorkedThatIsSaidAndOfOneThatWorksNothing() {
        assertThat(Story.of(timeline(), Optional.of(at(6)), at(60)))
                .extracting(Story.Sentence::words)
                .containsExactly("No registration of it is among what was seen lately.");
        assertThat(Story.of(timeline(), Optional.empty(), at(60))).isEmpty();
    }

    @Test
    void thatARefusalBeganIsNotSaidOfOneThatIsYoungerThanWhatHoldsIt() {
        seen(
                at(40),
                9,
                SipTexts.registerIn(at(50), "c", 2, "2416", "v.example"),
                SipTexts.answerIn(at(50), "c", 2, "2416", "403 Forbidden"));
        assertThat(Story.of(timeline(), Optional.of(at(6)), at(60)))
                .extracting(Story.Sentence::words)
                .contains("The registrar answered “403 Forbidden”, again and again.");
    }

    @Test
    void manyChangesAreCounted() {
        bound(0, 0, Change.ADDED, 4);
        Timeline.Changed[] changes = new Timeline.Changed[6];
        for (int i = 0; i < changes.length; i++) {
            changes[i] = new Timeline.Changed(at(5 + i), "", "Changed " + i);
        }
        assertThat(Story.of(timeline(changes), Optional.of(at(30)), at(60)))
                .extracting(Story.Sentence::words)
                .containsExactly(
                        "Its last registration ended.",
                        "Changed 0.",
                        "Changed 1.",
                        "Changed 2.",
                        "3 more changes followed; they stand on the axis.");
    }

    @Test
    void aTwinDiffersByWhatIsNotTheSame() {
        assertThat(Twin.between(
                        Map.of("Firmware", "2.3.9", "Site", "Eskvik Pier", "Transport", "udp"),
                        Map.of("Firmware", "2.4.1", "Site", "Eskvik Pier", "Node", "north")))
                .containsExactly(
                        new Twin.Difference("Firmware", "2.3.9", "2.4.1"),
                        new Twin.Difference("Node", "", "north"),
                        new Twin.Difference("Transport", "udp", ""));
    }
}
