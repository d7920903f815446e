package jordfell.core.diagnosis;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.milestone.LineMilestones;
import jordfell.core.milestone.Refusal;
import jordfell.core.path.LineStatus;
import jordfell.core.path.RefusedStranger;
import jordfell.core.path.Stop;

/** <em>unknown-extension</em>: a registrar answers a registration with 404 (RFC 3261 §10.3 step 5). */
final class UnknownExtension implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        if (!device.heldAt(Stop.ACCEPTED)) {
            return List.of();
        }
        List<Finding> findings = new ArrayList<>();
        device.turnedAway().stream()
                .filter(t -> t.refusal().filter(r -> r.status() == 404).isPresent())
                .filter(t -> t.foreignHost().isEmpty())
                .map(t -> onRecord(device, t))
                .forEach(findings::add);
        boolean noneRefused =
                device.path().lines().stream().allMatch(l -> l.refusal().isEmpty());
        if (noneRefused) {
            RefusedStranger.of(device.reached(), device.path().lines())
                    .map(line -> foreign(device, line))
                    .ifPresent(findings::add);
        }
        return findings;
    }

    /** The records have what the registrar does not know: its accounts are others, or one of its nodes' are. */
    private static Finding onRecord(CaseOf device, TurnedAway t) {
        LineStatus line = t.line();
        Refusal refusal = t.refusal().orElseThrow();
        String node = refusal.response().node();
        Optional<String> other = line.binding()
                .filter(b -> line.bindingLive(device.now()))
                .map(BindingChanged::node)
                .filter(n -> !n.equals(node));
        String known = line.number() + ", which is on record here.";
        return t.tell(other.map(o -> Finding.certain(
                                Cause.UNKNOWN_EXTENSION,
                                node + " answers that it does not know " + line.number() + "; " + o
                                        + " holds its registration."))
                        .orElseGet(() -> Finding.likely(
                                Cause.UNKNOWN_EXTENSION,
                                "The registrar answers that it does not know " + known,
                                "The list of accounts that " + node + " has.")))
                .variant(other.isPresent() ? "nodes disagree" : "on record")
                .brief(line.number() + (other.isPresent() ? ": nodes disagree" : " is not known"))
                .detail("The answer came from " + node + ": its accounts and the records here are not the same.")
                .remedies(
                        Remedy.advice(
                                "Give the registrar its accounts anew: under Roster, Extensions, “Accounts for a registrar…”."));
    }

    private static Finding foreign(CaseOf device, LineMilestones line) {
        Refusal refusal = line.refusal().orElseThrow();
        String domain = device.facts().domain().name();
        Optional<String> host = TurnedAway.host(refusal.request(), device);
        boolean onRecord = device.secrets().current(line.number()).isPresent();
        String sentence = host.map(
                        h -> "It registers as " + line.number() + " at " + h + "; its domain is " + domain + ".")
                .orElse("It registers as " + line.number()
                        + (onRecord ? ", which is not one of its lines." : ", which " + domain + " does not have."));
        return Finding.certain(host.isPresent() ? Cause.WRONG_HOST : Cause.UNKNOWN_EXTENSION, sentence)
                .variant(line.number())
                .brief(line.number() + " is not known")
                .detail("Its lines on record: " + device.numbers() + ".")
                .since(refusal.since())
                .tries(refusal.times())
                .shownBy("REGISTER for " + line.number() + " → 404 from "
                        + refusal.response().node())
                .remedies(Remedy.bringUpToDate(device));
    }
}
