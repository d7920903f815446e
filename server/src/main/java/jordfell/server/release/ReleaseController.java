package jordfell.server.release;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.release.Snapshot;
import jordfell.server.device.FactsAssembler;
import jordfell.server.device.FactsAssembler.Assembled;
import jordfell.server.problem.FieldProblem;
import jordfell.server.problem.RefusedException;
import jordfell.server.release.ReleaseService.Consents;
import jordfell.server.release.ReleaseService.WaveWish;
import jordfell.server.security.Audit;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The tray: what is changed and not on the phones, what a release of it would do, and its release. */
@RestController
@RequestMapping(path = "/api/releases", produces = "application/json")
class ReleaseController {

    private static final int MOST_NAMED = 20_000;
    private static final int MOST_SHOWN = 300;
    private static final int LONGEST_REASON = 500;

    /**
     * A device with changes that were not released.
     *
     * @param ready its configuration can be made; otherwise {@code obstacle} says why not
     * @param first nothing was ever released to it
     * @param registered it is told at once; others take the release when they next ask
     * @param changes what changes, each with its value before and after
     * @param since when it was first seen to be changed
     */
    record PendingDevice(
            long id,
            String label,
            String mac,
            String site,
            String model,
            boolean ready,
            boolean first,
            boolean registered,
            String obstacle,
            List<String> changes,
            @Nullable Instant since) {}

    /**
     * The first of them, and how many there are.
     *
     * @param all how many there are
     * @param ready how many of them have a configuration that can be made
     * @param waiting devices that a change touched and that are not looked at yet: some of them may come to it
     */
    record PendingPage(int all, int ready, List<PendingDevice> devices, int waiting) {}

    /**
     * All that are changed and could be released, however many.
     *
     * @param q only those with this in their label, MAC, site or model
     * @param except without these
     */
    record AllPending(@Nullable String q, @Nullable List<Long> except) {}

    /** How far the release is that is being made; of none if none is. */
    record MakingView(String who, int done, int of) {}

    /** @param allPending instead of naming devices one by one */
    record ReleaseWish(
            @Nullable List<Long> deviceIds,
            @Nullable AllPending allPending,
            @Nullable String reason,
            @Nullable List<WaveForm> waves,
            @Nullable Boolean supersede,
            @Nullable Boolean unfit) {}

    record ImpactWish(
            @Nullable List<Long> deviceIds, @Nullable AllPending allPending) {}

    record Released(long id, int devices) {}

    private final PendingDevices pending;
    private final Making making;
    private final FactsAssembler facts;
    private final ReleaseService releases;
    private final ReleaseImpact impact;
    private final NotLookedAt notLookedAt;

    ReleaseController(
            PendingDevices pending,
            Making making,
            FactsAssembler facts,
            ReleaseService releases,
            ReleaseImpact impact,
            NotLookedAt notLookedAt) {
        this.pending = pending;
        this.making = making;
        this.facts = facts;
        this.releases = releases;
        this.impact = impact;
        this.notLookedAt = notLookedAt;
    }

    @GetMapping("/pending")
    PendingPage pending(@RequestParam(defaultValue = "") String q) {
        PendingDevices.Totals totals = pending.totals(q);
        return new PendingPage(
                totals.all(),
                totals.ready(),
                pending.first(q, MOST_SHOWN).stream()
                        .flatMap(e -> facts.assemble(e.id()).map(device -> view(e, device)).stream())
                        .toList(),
                notLookedAt.changedAndWaiting());
    }

    private PendingDevice view(PendingDevices.Entry e, Assembled device) {
        boolean ready = device.text().isPresent();
        return new PendingDevice(
                e.id(),
                device.device().label(),
                e.mac(),
                e.site(),
                device.device().model().fullName(),
                ready,
                !e.released(),
                List.of("CARRYING", "PROVEN").contains(e.condition()),
                ready ? "" : e.word(),
                ready ? changes(device) : List.of(),
                e.since().orElse(null));
    }

    @GetMapping("/making")
    MakingView making() {
        return making.progress()
                .map(p -> new MakingView(p.who(), p.done(), p.of()))
                .orElse(new MakingView("", 0, 0));
    }

    /** Has the release that is being made come to nothing. */
    @DeleteMapping("/making")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void cancel() {
        making.cancel(Audit.who());
    }

    /** What would happen if the present configurations of these devices were released. */
    @PostMapping("/impact")
    ReleaseImpact.Forecast impact(@RequestBody ImpactWish wish) {
        return impact.of(chosen(wish.deviceIds(), wish.allPending()));
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Released release(@RequestBody ReleaseWish wish) {
        List<Long> ids = chosen(wish.deviceIds(), wish.allPending());
        String reason = wish.reason() == null ? "" : wish.reason().strip();
        if (reason.length() > LONGEST_REASON) {
            throw RefusedException.fields(List.of(new FieldProblem(
                    "/reason", "The reason is too long.", "At most " + LONGEST_REASON + " characters fit.")));
        }
        List<WaveWish> waves = wish.waves() == null || wish.waves().isEmpty()
                ? ReleaseService.ALL_AT_ONCE
                : WaveForm.wishes(wish.waves());
        ReleaseService.Made made = releases.release(ids, reason, waves, Consents.of(wish.supersede(), wish.unfit()));
        return new Released(made.id(), made.devices());
    }

    private List<String> changes(Assembled device) {
        return Snapshot.sentences(releases.changes(device));
    }

    private List<Long> chosen(@Nullable List<Long> ids, @Nullable AllPending all) {
        if (all != null) {
            List<Long> ready = pending.ready(
                    all.q() == null ? "" : all.q(),
                    Optional.ofNullable(all.except()).orElse(List.of()));
            if (ready.isEmpty()) {
                throw RefusedException.field(
                        "/allPending", "No device is changed and ready to be released.", "Load again.");
            }
            return ready;
        }
        if (ids == null || ids.isEmpty()) {
            throw RefusedException.field("/deviceIds", "No device is chosen.", "Choose at least one.");
        }
        if (ids.size() > MOST_NAMED) {
            throw RefusedException.field(
                    "/deviceIds",
                    ids.size() + " devices are too many to be named one by one.",
                    "Release all that are changed, with a search or exceptions.");
        }
        return ids.stream().distinct().toList();
    }
}
