package jordfell.core.diagnosis;

import java.util.List;
import jordfell.core.milestone.Asks;
import jordfell.core.milestone.Heard;

/** <em>node-silent</em>: its request came to a node, and no answer was seen leaving there. */
final class NodeSilent implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.turnedAway().stream()
                .filter(t -> t.refusal().isEmpty())
                .filter(t -> t.asks().filter(a -> a.challenged() == 0).isPresent())
                .map(NodeSilent::unanswered)
                .toList();
    }

    private static Finding unanswered(TurnedAway t) {
        Asks asks = t.asks().orElseThrow();
        String node = t.line().reached().heard().map(Heard::node).orElse("the registrar");
        return Finding.likely(
                        Cause.NODE_SILENT,
                        node + " hears it, and was not seen to answer.",
                        "The log of " + node + " for " + t.line().number() + ".")
                .line(t.line().position())
                .variant(node)
                .brief("not answered by " + node)
                .detail("It asked " + NeverAnswersChallenge.times(asks.times()) + " for "
                        + t.line().number() + ", and nothing went back to it.")
                .since(asks.first())
                .tries(asks.times())
                .shownBy("REGISTER for " + t.line().number() + " at " + node + ", no answer")
                .remedies(Remedy.advice("See whether other phones at " + node + " are answered."));
    }
}
