package jordfell.server.lab;

import jordfell.lab.time.Timeline;
import jordfell.server.fleet.PathKeeper;
import jordfell.server.history.ObservationLog;
import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.boot.health.contributor.Status;
import org.springframework.stereotype.Component;

/** Whether what goes on by itself goes on: the world, the paths, and what is seen. One failure is told until a restart. */
@Component("work")
class WorkHealth implements HealthIndicator {

    private final Timeline timeline;
    private final PathKeeper paths;
    private final ObservationLog observations;

    WorkHealth(Timeline timeline, PathKeeper paths, ObservationLog observations) {
        this.timeline = timeline;
        this.paths = paths;
        this.observations = observations;
    }

    @Override
    public Health health() {
        long failed = timeline.failures() + paths.failures() + observations.lost();
        return Health.status(failed == 0 ? Status.UP : new Status("IMPAIRED"))
                .withDetail("world events failed", timeline.failures())
                .withDetail("paths failed", paths.failures())
                .withDetail("observations lost", observations.lost())
                .build();
    }
}
