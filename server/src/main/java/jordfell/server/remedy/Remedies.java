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
import jordfell.server.records.ReleasedGroups;
import jordfell.server.remedy.RemedyAct.Consent;
import jordfell.server.remedy.RemedyAct.Task;
import jordfell.server.security.Audit;
import org.springframework.stereotype.Component;

/** Does what a finding offers, as long as it offers it, and has what comes of it watched. */
@Component
class Remedies {

    private final Present present;
    private final RemedyStore store;
    private final ReleasedGroups groups;
    private final InstantSource clock;
    private final Map<Remedy.Action, RemedyAct> acts = new EnumMap<>(Remedy.Action.class);

    private record Offered(Task task, FindingLife.Key key) {}

    Remedies(Present present, RemedyStore store, ReleasedGroups groups, InstantSource clock, List<RemedyAct> acts) {
        this.present = present;
        this.store = store;
        this.groups = groups;
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

    /**
     * Takes a release back from all devices that have the cause and what that release gave them; gives how many these are. No
     * single one of them offers that: it is so of all of them together.
     */
    int takeBack(String cause, String variant, long release) {
        RemedyAct act = act(Remedy.Action.TAKE_BACK);
        List<Long> devices = groups.withSomethingBefore(cause, variant, release);
        Remedy remedy = Remedy.takeBack(Long.toString(release), devices.size());
        Consent none = new Consent(false, false);
        List<Offered> all = devices.stream()
                .flatMap(device -> present.of(device).stream())
                .flatMap(stands -> stands.point().lives().stream()
                        .filter(life -> life.finding().cause().slug().equals(cause)
                                && life.finding().variant().equals(variant))
                        .limit(1)
                        .map(life -> new Offered(new Task(stands.facts(), remedy, none), life.key())))
                .toList();
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
