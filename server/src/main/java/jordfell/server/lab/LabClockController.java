package jordfell.server.lab;

import java.time.Duration;
import java.time.Instant;
import jordfell.lab.time.Timeline;
import jordfell.server.problem.RefusedException;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The clock by which everything is dated, and how it is turned. */
@RestController
@RequestMapping(path = "/api/clock", produces = "application/json")
class LabClockController {

    private static final int FASTEST = 600;
    private static final long LONGEST_STEP = Duration.ofHours(12).toSeconds();

    /**
     * The clock.
     *
     * @param pace seconds of it in one of the wall’s; 0 while it stands
     * @param ahead seconds by which it is ahead of the wall
     * @param turns whether it can be turned here
     */
    record ClockView(Instant at, int pace, long ahead, boolean turns) {}

    record PaceWish(int pace) {}

    record StepWish(long seconds) {}

    private final Timeline timeline;
    private final LabClock clock;

    LabClockController(Timeline timeline, LabClock clock) {
        this.timeline = timeline;
        this.clock = clock;
    }

    @GetMapping
    ClockView clock() {
        return new ClockView(timeline.now(), timeline.pace(), timeline.ahead().toSeconds(), clock.turns());
    }

    @PutMapping("/pace")
    ClockView pace(@RequestBody PaceWish wish) {
        check();
        if (wish.pace() < 0 || wish.pace() > FASTEST) {
            throw RefusedException.field(
                    "/pace",
                    "The clock can’t go " + wish.pace() + " times as fast.",
                    "0 to " + FASTEST + "; 0 stands.");
        }
        clock.pace(wish.pace());
        return clock();
    }

    @PostMapping("/step")
    ClockView step(@RequestBody StepWish wish) {
        check();
        if (wish.seconds() < 1 || wish.seconds() > LONGEST_STEP) {
            throw RefusedException.field(
                    "/seconds", wish.seconds() + " seconds are no step.", "1 to " + LONGEST_STEP + ", twelve hours.");
        }
        clock.step(Duration.ofSeconds(wish.seconds()));
        return clock();
    }

    private void check() {
        if (!clock.turns()) {
            throw RefusedException.field(
                    "/",
                    "This clock dates what real phones do, so it is not turned.",
                    "Start with demo data to play with time.");
        }
    }
}
