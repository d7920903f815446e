package jordfell.server.release;

import java.util.List;
import jordfell.server.problem.Fields;
import jordfell.server.release.ReleaseService.Consents;
import jordfell.server.release.ReleaseService.WaveWish;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What a release of what is changed would do, and its release. */
@RestController
@RequestMapping(path = "/api/releases", produces = "application/json")
class ReleaseController {

    private static final int LONGEST_REASON = 500;

    /** @param allPending instead of naming devices one by one */
    record ReleaseWish(
            @Nullable List<Long> deviceIds,
            Chosen.@Nullable AllPending allPending,
            @Nullable String reason,
            @Nullable List<WaveForm> waves,
            @Nullable Boolean supersede,
            @Nullable Boolean unfit) {}

    record ImpactWish(@Nullable List<Long> deviceIds, Chosen.@Nullable AllPending allPending) {}

    record Released(long id, int devices) {}

    private final PendingDevices pending;
    private final ReleaseService releases;
    private final ReleaseImpact impact;

    ReleaseController(PendingDevices pending, ReleaseService releases, ReleaseImpact impact) {
        this.pending = pending;
        this.releases = releases;
        this.impact = impact;
    }

    /** What would happen if the present configurations of these devices were released. */
    @PostMapping("/impact")
    ReleaseImpact.Forecast impact(@RequestBody ImpactWish wish) {
        return impact.of(new Chosen(wish.deviceIds(), wish.allPending()).ids(pending));
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Released release(@RequestBody ReleaseWish wish) {
        List<Long> ids = new Chosen(wish.deviceIds(), wish.allPending()).ids(pending);
        String reason = Fields.text(wish.reason(), "reason", "reason", LONGEST_REASON);
        List<WaveWish> waves = wish.waves() == null || wish.waves().isEmpty()
                ? ReleaseService.ALL_AT_ONCE
                : WaveForm.wishes(wish.waves());
        ReleaseService.Made made = releases.release(ids, reason, waves, Consents.of(wish.supersede(), wish.unfit()));
        return new Released(made.id(), made.devices());
    }
}
