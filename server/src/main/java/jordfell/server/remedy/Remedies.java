package jordfell.server.remedy;

import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import jordfell.core.diagnosis.Finding;
import jordfell.core.diagnosis.Remedy;
import jordfell.core.history.FindingLife;
import jordfell.core.path.DeviceFacts;
import jordfell.server.problem.RefusedException;
import jordfell.server.remedy.RemedyAct.Consent;
import jordfell.server.remedy.RemedyAct.Task;
import jordfell.server.security.Audit;
import org.springframework.stereotype.Component;

/** Does what a finding offers, as long as it offers it, and has what comes of it watched. */
@Component
class Remedies {

    private final Present present;
    private final RemedyStore store;
    private final InstantSource clock;
    private final Map<Remedy.Action, RemedyAct> acts = new EnumMap<>(Remedy.Action.class);

    private record Offered(Task task, FindingLife.Key key) {}

    Remedies(Present present, RemedyStore store, InstantSource clock, List<RemedyAct> acts) {
        this.present = present;
        this.store = store;
        this.clock = clock;
        acts.forEach(act -> this.acts.put(act.action(), act));
    }

    /**
     * Does what one finding of a device offers.
     *
     * @param line of the finding: two lines can have the same cause
     */
    void perform(long device, String cause, int line, Remedy.Action action, String target, Consent consent) {
        RemedyAct act = act(action);
        Offered offered = offered(
                        device,
                        f -> f.cause().slug().equals(cause) && f.line() == line,
                        r -> r.action() == action && r.target().equals(target),
                        consent)
                .orElseThrow(Remedies::notOffered);
        Instant began = clock.instant();
        act.perform(offered.task());
        watch(offered, began);
    }

    /** Does it for all devices that have the cause and offer it; gives how many these are. */
    int performAll(String cause, String variant, Remedy.Action action, Consent consent) {
        RemedyAct act = act(action);
        List<Offered> all = new ArrayList<>();
        store.devicesWith(cause, variant)
                .forEach(device -> offered(
                                device,
                                f -> f.cause().slug().equals(cause)
                                        && f.variant().equals(variant),
                                r -> r.action() == action,
                                consent)
                        .ifPresent(all::add));
        if (all.isEmpty()) {
            throw notOffered();
        }
        Instant began = clock.instant();
        act.performAll(all.stream().map(Offered::task).toList());
        all.forEach(offered -> watch(offered, began));
        return all.size();
    }

    private static RefusedException notOffered() {
        return RefusedException.overtaken(
                "That is not offered any more: things moved on since you looked. Look again.");
    }

    private RemedyAct act(Remedy.Action action) {
        return Optional.ofNullable(acts.get(action))
                .orElseThrow(() -> RefusedException.field(
                        "/action", "Nobody here can do this.", "What opens a form is done there."));
    }

    private void watch(Offered offered, Instant began) {
        DeviceFacts of = offered.task().facts();
        Remedy remedy = offered.task().remedy();
        store.add(new RemedyStore.Begun(
                of.id(), offered.key(), of.model().id(), remedy.action(), remedy.label(), Audit.who(), began));
    }

    private Optional<Offered> offered(
            long device, Predicate<Finding> finding, Predicate<Remedy> remedy, Consent consent) {
        Present.Standing stands = present.of(device).orElseThrow(() -> RefusedException.notFound("device"));
        return stands.point().lives().stream()
                .filter(life -> finding.test(life.finding()))
                .flatMap(life -> life.finding().remedies().stream()
                        .filter(remedy)
                        .map(r -> new Offered(new Task(stands.facts(), r, consent), life.key())))
                .findFirst();
    }
}
