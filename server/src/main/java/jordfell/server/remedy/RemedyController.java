package jordfell.server.remedy;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import jordfell.core.diagnosis.Remedy;
import jordfell.core.history.Aftermath;
import jordfell.server.remedy.RemedyStore.Helped;
import jordfell.server.remedy.RemedyStore.Watched;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What is offered about findings, done; and what came of it. */
@RestController
@RequestMapping(path = "/api", produces = "application/json")
class RemedyController {

    /**
     * What is to be done, as the device’s finding offers it.
     *
     * @param cause of the finding
     * @param line of the finding, 0 for the whole device
     * @param target as it was offered
     */
    record RemedyWish(
            String cause,
            int line,
            Remedy.Action action,
            @Nullable String target,
            @Nullable Boolean supersede,
            @Nullable Boolean unfit) {}

    /** The same for all devices of a cause that offer it. */
    record GroupWish(
            String cause,
            @Nullable String variant,
            Remedy.Action action,
            @Nullable Boolean supersede,
            @Nullable Boolean unfit) {}

    record BackWish(String cause, @Nullable String variant, long release) {}

    record GroupDone(int devices) {}

    /**
     * What came of it, in devices.
     *
     * @param others of which it did not pass
     */
    record GroupStands(long all, long passed, long waiting, long others) {}

    private static final Duration LATELY = Duration.ofHours(4);

    /**
     * Something that was done, and how that stands.
     *
     * @param at since when it stands so
     */
    record WatchView(
            long id,
            String cause,
            String title,
            String label,
            String who,
            Instant began,
            Aftermath.State state,
            String words,
            Instant at) {}

    /**
     * What helped before with a cause on this model.
     *
     * @param passed how often it passed afterwards
     * @param times how often it was done
     */
    record HelpedView(String cause, String label, long passed, long times, Instant last) {}

    record LatelyView(long deviceId, String device, WatchView watch) {}

    record Done(List<WatchView> watches, List<HelpedView> helped) {}

    private final Remedies remedies;
    private final RemedyStore store;
    private final InstantSource clock;

    RemedyController(Remedies remedies, RemedyStore store, InstantSource clock) {
        this.clock = clock;
        this.remedies = remedies;
        this.store = store;
    }

    @PostMapping("/devices/{id}/remedies")
    void perform(@PathVariable long id, @RequestBody RemedyWish wish) {
        remedies.perform(
                id,
                wish.cause(),
                wish.line(),
                wish.action(),
                wish.target() == null ? "" : wish.target(),
                consent(wish.supersede(), wish.unfit()));
    }

    @PostMapping("/triage/remedies")
    GroupDone performAll(@RequestBody GroupWish wish) {
        return new GroupDone(remedies.performAll(
                wish.cause(),
                wish.variant() == null ? "" : wish.variant(),
                wish.action(),
                consent(wish.supersede(), wish.unfit())));
    }

    /** Devices of a cause have again what they had before a release that all of them were in. */
    @PostMapping("/triage/take-back")
    GroupDone takeBack(@RequestBody BackWish wish) {
        return new GroupDone(
                remedies.takeBack(wish.cause(), wish.variant() == null ? "" : wish.variant(), wish.release()));
    }

    private static RemedyAct.Consent consent(@Nullable Boolean supersede, @Nullable Boolean unfit) {
        return new RemedyAct.Consent(Boolean.TRUE.equals(supersede), Boolean.TRUE.equals(unfit));
    }

    /** How it stands with what was done about the devices of a cause in the last hours. */
    @GetMapping("/triage/done")
    GroupStands group(@RequestParam String cause, @RequestParam(defaultValue = "") String variant) {
        Map<Aftermath.State, Long> counts =
                store.group(cause, variant, clock.instant().minus(LATELY));
        long waiting = counts.getOrDefault(Aftermath.State.WAITING, 0L);
        long passed = counts.getOrDefault(Aftermath.State.PASSED, 0L);
        long all = counts.values().stream().mapToLong(Long::longValue).sum();
        return new GroupStands(all, passed, waiting, all - passed - waiting);
    }

    /** What was done to any device in the last hours, the last first. */
    @GetMapping("/remedies")
    List<LatelyView> lately() {
        return store.lately(clock.instant().minus(LATELY)).stream()
                .map(d -> new LatelyView(d.watched().device(), d.device(), view(d.watched())))
                .toList();
    }

    /** What was done about a device lately, the last first, and what helped before with what it has. */
    @GetMapping("/devices/{id}/remedies")
    Done of(@PathVariable long id) {
        return new Done(
                store.of(id).stream().map(RemedyController::view).toList(),
                store.helped(id).stream().map(RemedyController::view).toList());
    }

    private static WatchView view(Watched w) {
        return new WatchView(
                w.id(),
                w.key().cause().slug(),
                w.key().cause().title(),
                w.label(),
                w.who(),
                w.began(),
                w.state(),
                w.words(),
                w.at());
    }

    private static HelpedView view(Helped h) {
        return new HelpedView(h.cause(), h.label(), h.passed(), h.times(), h.last());
    }
}
