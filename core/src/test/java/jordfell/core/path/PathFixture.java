package jordfell.core.path;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.evidence.SipTexts;
import jordfell.core.milestone.Milestones;
import jordfell.core.release.Revision;

/** A device with one line, and what is seen of it in seconds after its release. */
abstract class PathFixture {

    static final Instant T = Instant.parse("2026-03-02T08:00:00Z");
    static final Revision REV = new Revision("aaaa000011112222");
    final List<Observation> seen = new ArrayList<>();
    boolean released = true;
    boolean bound = true;
    boolean byHand;
    List<String> problems = List.of();
    Optional<Instant> given = Optional.empty();

    static Instant at(long seconds) {
        return T.plusSeconds(seconds);
    }

    DevicePath path(long seconds) {
        WindowFour window = new WindowFour("v.example", T.minusSeconds(600));
        window.bound = bound;
        window.byHand = byHand;
        window.problems = problems;
        if (released) {
            window.released(T, "harbour", given);
        }
        DeviceFacts facts = window.facts();
        Milestones reached = Milestones.of(seen.stream()
                .filter(o -> !o.at().isAfter(at(seconds)))
                .filter(facts::owns)
                .toList());
        return PathComputer.compute(facts, reached, at(seconds));
    }

    void fetched(long t, String revision, int status) {
        seen.add(new ConfigRequested(at(t), "f", status, revision, "Korrin K24/2.4.1", "192.0.2.1"));
    }

    void located(long t, String... answers) {
        seen.add(new NameLookedUp(at(t), "_sip._udp.v.example", "SRV", List.of(answers)));
    }

    void register(long t) {
        seen.add(SipTexts.register(at(t), "2416", "v.example"));
    }

    void answer(long t, int status) {
        seen.add(SipTexts.answer(at(t), "2416", status + " X"));
    }

    void binding(long t, Change change) {
        seen.add(new BindingChanged(
                at(t), "2416", change, "sip:2416@192.0.2.1", "north", "192.0.2.1:5060", at(t + 120)));
    }

    void upTo(String stop) {
        fetched(1, REV.id(), 200);
        located(2, "north:5060");
        register(3);
        if (!stop.equals("HEARD")) {
            answer(4, 200);
            binding(4, Change.ADDED);
        }
        if (stop.equals("HOLDING")) {
            binding(100, Change.REFRESHED);
        }
    }
}
