package jordfell.core.diagnosis;

import java.util.List;
import jordfell.core.milestone.Turns;
import jordfell.core.path.LineStatus;

/** <em>binding-flip-flop</em>: its registration comes from two places in turn, so that calls reach now one, now the other. */
final class BindingFlipFlop implements Rule {

    /** There, back, and there again. */
    private static final int TELLING = 3;

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.path().lines().stream()
                .flatMap(line -> line
                        .reached()
                        .turns()
                        .filter(turns -> turns.times() >= TELLING && line.accepted(device.now()))
                        .map(turns -> told(line, turns))
                        .stream())
                .toList();
    }

    private static Finding told(LineStatus line, Turns turns) {
        return Finding.certain(
                        Cause.BINDING_FLIP_FLOP,
                        "Its registration of " + line.number() + " comes from " + turns.one() + " and " + turns.other()
                                + " in turn.")
                .line(line.position())
                .variant(
                        turns.one().compareTo(turns.other()) < 0
                                ? turns.one() + " and " + turns.other()
                                : turns.other() + " and " + turns.one())
                .brief("registers from two places in turn")
                .detail(
                        "Either two phones say that they are this one, or its way out changes again and again. A call reaches the"
                                + " place that registered last.")
                .since(turns.since())
                .tries(turns.times())
                .shownBy("registrations from " + turns.one() + " and " + turns.other())
                .remedies(Remedy.advice("See what is at both addresses; unplug the one that is not to be there."));
    }
}
