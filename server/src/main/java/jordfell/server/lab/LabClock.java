package jordfell.server.lab;

import java.time.Duration;
import jordfell.lab.time.Timeline;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.config.JordfellProperties;
import jordfell.server.history.ObservationLog;
import jordfell.server.keeping.DataWatch;
import jordfell.server.records.LabClockStore;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * The clock by which everything is dated. With demo data it can be turned: it stands, goes faster or goes a step. By how much
 * it is ahead is kept, so that nothing was seen later than it is after a start.
 */
@Component
class LabClock {

    /** While it goes faster it waits where so many observations are not written yet. */
    private static final int MOST_WAITING = 5_000;

    private static final Duration KEPT_FOR = Duration.ofSeconds(4);

    private final Timeline timeline;
    private final LabClockStore store;
    private final JordfellProperties properties;
    private final DataWatch watch;
    private final Changes changes;
    private int told = 1;

    LabClock(
            Timeline timeline,
            LabClockStore store,
            ObservationLog log,
            JordfellProperties properties,
            DataWatch watch,
            Changes changes) {
        this.timeline = timeline;
        this.store = store;
        this.properties = properties;
        this.watch = watch;
        this.changes = changes;
        timeline.brake(() -> log.waiting() > MOST_WAITING);
    }

    /** Where real phones are looked after, time is not to be played with. */
    boolean turns() {
        return properties.demo();
    }

    void pace(int pace) {
        timeline.pace(pace);
        keep();
        changes.tell(Subject.PHONE);
    }

    void step(Duration time) {
        timeline.step(time);
        keep();
        changes.tell(Subject.PHONE);
    }

    /** While it goes otherwise than the wall’s, and once when a step is over. */
    @Scheduled(fixedDelayString = "PT2S")
    void keepUp() {
        int pace = timeline.pace();
        if (pace != told) {
            changes.tell(Subject.PHONE);
        }
        if ((pace > 1 || pace != told) && watch.mayWrite()) {
            keep();
        }
        told = pace;
    }

    /** What goes by until it is kept again is kept with it. */
    private void keep() {
        int pace = timeline.pace();
        store.ahead(pace > 1 ? timeline.ahead().plus(KEPT_FOR.multipliedBy(pace)) : timeline.ahead());
    }
}
