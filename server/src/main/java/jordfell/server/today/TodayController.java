package jordfell.server.today;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import jordfell.core.triage.HeldOverTime;
import jordfell.server.security.SignedIn;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What the Today screen asks beside what others are asked too. */
@RestController
@RequestMapping(path = "/api/today", produces = "application/json")
class TodayController {

    private static final Duration BEFORE = Duration.ofHours(12);

    private static final int STEPS = 72;

    /**
     * The fleet today.
     *
     * @param lookedAt when whoever asks said last that they looked
     * @param lately how many were held by a finding, step by step up to now
     */
    record TodayView(
            long devices,
            List<FleetToday.StopCount> stops,
            @Nullable Instant lookedAt,
            List<HeldOverTime.Moment> lately) {}

    private final FleetToday fleet;
    private final InstantSource clock;

    TodayController(FleetToday fleet, InstantSource clock) {
        this.fleet = fleet;
        this.clock = clock;
    }

    @GetMapping
    TodayView today(@AuthenticationPrincipal SignedIn who) {
        Instant now = clock.instant();
        return new TodayView(
                fleet.devices(),
                fleet.stops(),
                fleet.lookedAt(who.login()).orElse(null),
                fleet.held(now.minus(BEFORE), now, STEPS));
    }

    /** Whoever asks has looked: what comes from now on is new to them. */
    @PostMapping("/looked")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void looked(@AuthenticationPrincipal SignedIn who) {
        fleet.looked(who.login(), clock.instant());
    }
}
