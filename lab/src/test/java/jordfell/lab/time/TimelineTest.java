package jordfell.lab.time;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.Test;

class TimelineTest {

    @Test
    void anEventThatFailsWithAnErrorIsCountedAndTheWorldGoesOn() throws Exception {
        try (Timeline timeline = new Timeline(Instant.now())) {
            CountDownLatch next = new CountDownLatch(1);
            timeline.goLive();
            timeline.post(() -> {
                throw new StackOverflowError("an event that fails");
            });
            timeline.post(next::countDown);
            assertThat(next.await(5, TimeUnit.SECONDS)).isTrue();
            assertThat(timeline.failures()).isEqualTo(1);
        }
    }

    @Test
    void whoClosesItWaitsForTheEventThatIsUnderWayAndNoneFollows() throws Exception {
        Timeline timeline = live();
        CountDownLatch begun = new CountDownLatch(1);
        CountDownLatch mayEnd = new CountDownLatch(1);
        List<String> done = new CopyOnWriteArrayList<>();
        timeline.post(() -> {
            begun.countDown();
            try {
                mayEnd.await();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
            done.add("under way");
        });
        timeline.post(() -> done.add("after it"));
        begun.await();
        Thread closes = new Thread(timeline::close);
        closes.start();
        closes.join(50);
        assertThat(closes.isAlive()).isTrue();
        mayEnd.countDown();
        closes.join(5_000);
        assertThat(closes.isAlive()).isFalse();
        assertThat(done).containsExactly("under way");
    }

    private static Timeline live() {
        Timeline timeline = new Timeline(Instant.now());
        timeline.goLive();
        return timeline;
    }

    @Test
    void aClockThatStandsHasNothingHappenLaterAndWhatIsDueAtOnce() throws Exception {
        try (Timeline timeline = live()) {
            timeline.pace(0);
            Instant stands = timeline.now();
            CountDownLatch later = new CountDownLatch(1);
            CountDownLatch atOnce = new CountDownLatch(1);
            timeline.after(Duration.ofMillis(1), later::countDown);
            timeline.post(atOnce::countDown);
            assertThat(atOnce.await(5, TimeUnit.SECONDS)).isTrue();
            assertThat(later.await(50, TimeUnit.MILLISECONDS)).isFalse();
            assertThat(timeline.now()).isEqualTo(stands);
            timeline.pace(1);
            assertThat(later.await(5, TimeUnit.SECONDS)).isTrue();
        }
    }

    @Test
    void aFastClockHasAnHourGoByInSecondsAndIsAheadThen() throws Exception {
        try (Timeline timeline = live()) {
            Instant begins = timeline.now();
            List<Instant> ticks = new CopyOnWriteArrayList<>();
            CountDownLatch over = new CountDownLatch(1);
            for (int minute = 1; minute <= 10; minute++) {
                timeline.after(Duration.ofMinutes(minute), () -> ticks.add(timeline.now()));
            }
            timeline.after(Duration.ofMinutes(11), over::countDown);
            timeline.pace(600);
            assertThat(over.await(20, TimeUnit.SECONDS)).isTrue();
            timeline.pace(1);
            assertThat(ticks).isSorted().hasSize(10);
            assertThat(Duration.between(begins, ticks.get(9))).isGreaterThanOrEqualTo(Duration.ofMinutes(10));
            assertThat(timeline.ahead()).isGreaterThan(Duration.ofMinutes(10));
            assertThat(timeline.present()).isCloseTo(timeline.now(), within(1, ChronoUnit.SECONDS));
        }
    }

    @Test
    void aStepGoesSoFarAndStandsThen() throws Exception {
        try (Timeline timeline = live()) {
            timeline.pace(0);
            Instant begins = timeline.now();
            CountDownLatch within = new CountDownLatch(1);
            CountDownLatch behind = new CountDownLatch(1);
            timeline.after(Duration.ofSeconds(30), within::countDown);
            timeline.after(Duration.ofSeconds(61), behind::countDown);
            timeline.step(Duration.ofMinutes(1));
            assertThat(within.await(5, TimeUnit.SECONDS)).isTrue();
            assertThat(behind.await(300, TimeUnit.MILLISECONDS)).isFalse();
            assertThat(timeline.pace()).isZero();
            assertThat(Duration.between(begins, timeline.now())).isEqualTo(Duration.ofMinutes(1));
        }
    }

    @Test
    void aFastClockWaitsForThoseWhoHaveTooMuchToDo() throws Exception {
        try (Timeline timeline = live()) {
            AtomicBoolean tooMuch = new AtomicBoolean(true);
            timeline.brake(tooMuch::get);
            CountDownLatch done = new CountDownLatch(1);
            timeline.after(Duration.ofSeconds(1), done::countDown);
            timeline.pace(600);
            assertThat(done.await(200, TimeUnit.MILLISECONDS)).isFalse();
            tooMuch.set(false);
            assertThat(done.await(5, TimeUnit.SECONDS)).isTrue();
        }
    }

    @Test
    void whatWasAheadBeforeAStartIsAheadAfterIt() {
        try (Timeline timeline = new Timeline(Instant.now())) {
            timeline.begins(Duration.ofHours(5));
            timeline.goLive();
            assertThat(Duration.between(Instant.now(), timeline.now()))
                    .isCloseTo(Duration.ofHours(5), Duration.ofSeconds(5));
        }
    }
}
