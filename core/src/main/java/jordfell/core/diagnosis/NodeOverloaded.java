package jordfell.core.diagnosis;

import java.util.List;
import java.util.Optional;

/** <em>node-overloaded</em>: the registrar has no time for it, and says so (503, RFC 3261 §21.5.4). */
final class NodeOverloaded implements Rule {

    private static final int UNAVAILABLE = 503;

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.turnedAway().stream()
                .filter(NodeOverloaded::isSo)
                .map(NodeOverloaded::told)
                .toList();
    }

    static boolean isSo(TurnedAway t) {
        return t.refusal().filter(r -> r.status() == UNAVAILABLE).isPresent();
    }

    private static Finding told(TurnedAway t) {
        Optional<String> after = t.refusal()
                .orElseThrow()
                .response()
                .message()
                .first("Retry-After")
                .map(text -> text.strip().split("[ ;(]", 2)[0])
                .filter(text -> text.matches("[0-9]{1,6}"));
        String node = t.node();
        return t.tell(Finding.certain(
                        Cause.NODE_OVERLOADED,
                        node + " says that it can’t serve it now (503)"
                                + after.map(s -> ", and to come again after " + s + " s.")
                                        .orElse(".")))
                .variant("503 from " + node)
                .brief(node + " can’t serve it now")
                .detail(
                        "That is the registrar’s trouble, not the phone’s: it has too much to do, or is being looked after. The"
                                + " phone comes again by itself.")
                .remedies(Remedy.advice(
                        "See how much " + node + " has to do, and whether all phones came back to it at once."));
    }
}
