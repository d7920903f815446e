package jordfell.server.release;

import java.time.Instant;
import java.util.List;
import jordfell.core.release.Snapshot;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
import jordfell.server.security.Audit;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The tray: what is changed and not on the phones, and how far the release is that is being made of it. */
@RestController
@RequestMapping(path = "/api/releases", produces = "application/json")
class PendingController {

    private static final int MOST_SHOWN = 300;

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

    /** How far the release is that is being made; of none if none is. */
    record MakingView(String who, int done, int of) {}

    private final PendingDevices pending;
    private final Making making;
    private final FactsAssembler facts;
    private final ReleaseService releases;
    private final NotLookedAt notLookedAt;

    PendingController(
            PendingDevices pending,
            Making making,
            FactsAssembler facts,
            ReleaseService releases,
            NotLookedAt notLookedAt) {
        this.pending = pending;
        this.making = making;
        this.facts = facts;
        this.releases = releases;
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
                ready ? Snapshot.sentences(releases.changes(device)) : List.of(),
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
}
