package jordfell.server.demo;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.function.Consumer;
import jordfell.lab.time.Timeline;
import jordfell.server.fleet.PathKeeper;
import jordfell.server.history.ObservationLog;
import jordfell.server.security.Role;
import jordfell.server.security.SignedIn;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;

/** The hours of the scenario, played on the virtual clock in somebody's name. */
@Component
class DemoClock {

    /** The past is played in pieces, and after each it is told how far it is. */
    private static final Duration PIECE = Duration.ofMinutes(2);

    private final Timeline timeline;
    private final ObservationLog observations;
    private final PathKeeper paths;
    private Consumer<Instant> heard = now -> {};

    DemoClock(Timeline timeline, ObservationLog observations, PathKeeper paths) {
        this.timeline = timeline;
        this.observations = observations;
        this.paths = paths;
    }

    Instant now() {
        return timeline.now();
    }

    /** @param heard is told now and then what time it is in the past */
    void tell(Consumer<Instant> heard) {
        this.heard = heard;
    }

    void run(Duration time) {
        Instant end = timeline.now().plus(time);
        while (timeline.now().isBefore(end)) {
            Duration left = Duration.between(timeline.now(), end);
            timeline.run(left.compareTo(PIECE) < 0 ? left : PIECE);
            heard.accept(timeline.now());
        }
    }

    /** Computes the paths, so that what goes wrong is known from when it began. */
    void look() {
        observations.flush();
        paths.computeTouched();
    }

    /** Does something in somebody's name. */
    static void as(String name, Runnable work) {
        SecurityContextHolder.getContext()
                .setAuthentication(UsernamePasswordAuthenticationToken.authenticated(
                        new SignedIn("", name, Role.TECHNICIAN), null, List.of()));
        try {
            work.run();
        } finally {
            SecurityContextHolder.clearContext();
        }
    }
}
