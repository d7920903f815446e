package jordfell.server.closer;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.casefile.CloserLook;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.closer.CloserLookStore.Raised;
import jordfell.server.closer.CloserLookStore.Similar;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.SettingStore;
import jordfell.server.release.ReleaseService;
import jordfell.server.security.Audit;
import org.springframework.stereotype.Component;

/** Raises how much a device writes down and lets be captured, and puts it back as it was. */
@Component
class CloserLooks {

    private final CloserLookStore store;
    private final FactsAssembler facts;
    private final SettingStore settings;
    private final Acts acts;
    private final ReleaseService releases;
    private final Jdbc jdbc;
    private final InstantSource clock;

    CloserLooks(
            CloserLookStore store,
            FactsAssembler facts,
            SettingStore settings,
            Acts acts,
            ReleaseService releases,
            Jdbc jdbc,
            InstantSource clock) {
        this.store = store;
        this.facts = facts;
        this.settings = settings;
        this.acts = acts;
        this.releases = releases;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /**
     * How a device stands.
     *
     * @param raised none where it is as usual
     * @param similar which could be looked at besides, to compare with
     * @param refused why it can’t be raised; empty if it can
     * @param logTarget who is sent what it writes down; empty for nobody
     */
    record Standing(List<Raised> raised, List<Similar> similar, Optional<String> refused, String logTarget) {}

    Standing of(long device) {
        Assembled of = facts.assemble(device).orElseThrow(() -> RefusedException.notFound("device"));
        List<Raised> raised = store.of(device);
        return new Standing(
                raised,
                store.similar(device, CloserLook.MOST_SIMILAR).stream()
                        .filter(s -> facts.assemble(s.id())
                                .filter(o -> refuse(o).isEmpty())
                                .isPresent())
                        .toList(),
                raised.isEmpty() ? refuse(of) : Optional.empty(),
                of.settings().value(SettingsCatalogue.LOG_TARGET));
    }

    /** Raises it for so long, for those that are like it too if that is wanted; gives how many these are. */
    int raise(long device, Duration time, boolean similarToo) {
        Standing stands = of(device);
        if (!stands.raised().isEmpty()) {
            throw RefusedException.overtaken("It writes down all that it can already. Look again.");
        }
        stands.refused().ifPresent(why -> {
            throw RefusedException.field("/", why, "The casefile holds what is known without it.");
        });
        List<Long> devices = new ArrayList<>(List.of(device));
        if (similarToo) {
            stands.similar().forEach(s -> devices.add(s.id()));
        }
        Instant now = clock.instant();
        jdbc.inTransaction(() -> {
            devices.forEach(id -> raise(id, now, now.plus(time)));
            releases.release(devices, "a closer look for " + time.toMinutes() + " min");
        });
        return devices.size();
    }

    /** Whether settings change its file is looked at last: that takes a while. */
    private Optional<String> refuse(Assembled of) {
        return CloserLook.refuse(of.facts(), true)
                .or(() -> CloserLook.refuse(of.facts(), !raisable(of).isEmpty()));
    }

    /** Those settings that make its file another one when they are raised. */
    private List<String> raisable(Assembled of) {
        String owner = Long.toString(of.device().id());
        return CloserLook.RAISED.keySet().stream()
                .filter(key -> facts.assemble(
                                of.device().id(),
                                new FactsAssembler.Trial(
                                        LayerKind.DEVICE,
                                        owner,
                                        SettingsCatalogue.find(key).orElseThrow(),
                                        Optional.of(CloserLook.RAISED.get(key))))
                        .filter(tried ->
                                tried.text().isPresent() && !tried.text().equals(of.text()))
                        .isPresent())
                .toList();
    }

    private void raise(long device, Instant now, Instant until) {
        Assembled of = facts.assemble(device).orElseThrow(() -> RefusedException.notFound("device"));
        List<String> keys = raisable(of);
        String owner = Long.toString(device);
        acts.act(x -> "had “" + of.device().label() + "” write down all that it can until " + until, recording -> {
            recording.changing(Kept.DEVICE, device);
            for (String key : keys) {
                Optional<SettingStore.Word> before = settings.word(LayerKind.DEVICE, owner, key);
                store.add(new Raised(
                        device,
                        key,
                        CloserLook.RAISED.get(key),
                        before.map(SettingStore.Word::value),
                        before.filter(SettingStore.Word::locked).isPresent(),
                        Audit.who(),
                        now,
                        until));
                settings.put(
                        LayerKind.DEVICE,
                        owner,
                        key,
                        CloserLook.RAISED.get(key),
                        before.filter(SettingStore.Word::locked).isPresent());
            }
            return device;
        });
    }

    /** Puts a device back as it was. What somebody set meanwhile stays, and what waits meanwhile is not released with it. */
    void putBack(long device) {
        List<Raised> raised = store.of(device);
        Optional<Assembled> of = facts.assemble(device);
        if (raised.isEmpty() || of.isEmpty()) {
            return;
        }
        boolean isPending = of.get().facts().pending();
        String owner = Long.toString(device);
        jdbc.inTransaction(() -> {
            acts.act(x -> "put back how much “" + of.get().device().label() + "” writes down", recording -> {
                recording.changing(Kept.DEVICE, device);
                raised.stream()
                        .filter(r -> settings.word(LayerKind.DEVICE, owner, r.setting())
                                .filter(w -> w.value().equals(r.raisedTo()))
                                .isPresent())
                        .forEach(r -> r.was()
                                .ifPresentOrElse(
                                        was -> settings.put(LayerKind.DEVICE, owner, r.setting(), was, r.wasLocked()),
                                        () -> settings.remove(LayerKind.DEVICE, owner, r.setting())));
                return device;
            });
            store.remove(device);
            if (!isPending) {
                releases.release(List.of(device), "the closer look is over");
            }
        });
    }
}
