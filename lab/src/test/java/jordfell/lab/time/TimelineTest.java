package jordfell.lab.time;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
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
}
