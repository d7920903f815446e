package jordfell.server.remedy;

import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.diagnosis.Finding;
import jordfell.core.diagnosis.Remedy;
import jordfell.core.history.FindingLife;
import jordfell.core.path.DeviceFacts;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
import jordfell.server.history.DomainSecrets;
import jordfell.server.history.Histories;
import jordfell.server.problem.RefusedException;
import jordfell.server.remedy.RemedyAct.Task;
import jordfell.server.security.Audit;
import org.springframework.stereotype.Component;

/** Does what a finding offers, as long as it offers it, and has what comes of it watched. */
@Component
class Remedies {

    private final FactsAssembler facts;
    private final Histories histories;
    private final DomainSecrets secrets;
    private final RemedyStore store;
    private final InstantSource clock;
    private final Map<Remedy.Action, RemedyAct> acts = new EnumMap<>(Remedy.Action.class);

    private record Offered(Task task, FindingLife.Key key) {}

    Remedies(
            FactsAssembler facts,
            Histories histories,
            DomainSecrets secrets,
            RemedyStore store,
            InstantSource clock,
            List<RemedyAct> acts) {
        this.facts = facts;
        this.histories = histories;
        this.secrets = secrets;
        this.store = store;
        this.clock = clock;
        acts.forEach(act -> this.acts.put(act.action(), act));
    }

    void perform(long device, String cause, Remedy.Action action, String target, boolean supersede, boolean unfit) {
        RemedyAct act = act(action);
        Offered offered =
                offered(device, cause, "", action, target, supersede, unfit).orElseThrow(() -> notOffered());
        Instant began = clock.instant();
        act.perform(offered.task());
        watch(offered, began);
    }

    /** Does it for all devices that have the cause and offer it; gives how many these are. */
    int performAll(String cause, String variant, Remedy.Action action, boolean supersede, boolean unfit) {
        RemedyAct act = act(action);
        List<Offered> all = new ArrayList<>();
        store.devicesWith(cause, variant)
                .forEach(device -> offered(device, cause, variant, action, "", supersede, unfit)
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

    /** @param variant empty for any */
    private Optional<Offered> offered(
            long device,
            String cause,
            String variant,
            Remedy.Action action,
            String target,
            boolean supersede,
            boolean unfit) {
        Assembled records = facts.assemble(device).orElseThrow(() -> RefusedException.notFound("device"));
        DeviceFacts of = records.facts();
        return histories.look(of, secrets.of(records.domain().id()), clock.instant()).present().lives().stream()
                .filter(life -> life.finding().cause().slug().equals(cause))
                .filter(life -> variant.isEmpty() || life.finding().variant().equals(variant))
                .flatMap(life -> remedy(life.finding(), action, target)
                        .map(r -> new Offered(new Task(of, r, supersede, unfit), life.key()))
                        .stream())
                .findFirst();
    }

    private static Optional<Remedy> remedy(Finding finding, Remedy.Action action, String target) {
        return finding.remedies().stream()
                .filter(r ->
                        r.action() == action && (target.isEmpty() || r.target().equals(target)))
                .findFirst();
    }
}
