package jordfell.server.events;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CountDownLatch;
import jordfell.server.events.EventHub.Topic;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

class EventHubTest {

    private final EventHub hub = new EventHub();

    @AfterEach
    void stop() {
        hub.stop();
    }

    /** A browser that takes what it is sent, once it may. */
    private static final class Browser extends SseEmitter {
        private final List<String> taken = new CopyOnWriteArrayList<>();
        private final CountDownLatch may;

        Browser(boolean stalled) {
            may = new CountDownLatch(stalled ? 1 : 0);
        }

        @Override
        public void send(SseEventBuilder event) throws IOException {
            try {
                may.await();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new IOException(e);
            }
            event.build().forEach(part -> {
                if (part.getData() instanceof EventHub.Event e) {
                    taken.add(e.topic() + " " + e.id());
                }
            });
        }
    }

    @Test
    void aStalledBrowserHoldsUpNeitherWhoeverPublishesNorTheOthers() {
        Browser stalled = new Browser(true);
        Browser other = new Browser(false);
        hub.open(stalled);
        hub.open(other);
        long began = System.nanoTime();
        for (int i = 0; i < 1_000; i++) {
            hub.publish(Topic.DEVICE, i);
        }
        assertThat((System.nanoTime() - began) / 1_000_000).as("milliseconds").isLessThan(1_000);
        RunningServer.until("the other has them all", () -> other.taken.size() == 1_000);
        stalled.may.countDown();
    }

    @Test
    void aBrowserThatTakesNothingIsDropped() {
        Browser stalled = new Browser(true);
        hub.open(stalled);
        assertThat(hub.listening()).isEqualTo(1);
        for (int i = 0; i < 5_000; i++) {
            hub.publish(Topic.DEVICE, i);
        }
        assertThat(hub.listening()).isZero();
        stalled.may.countDown();
    }

    @Test
    void theSameNewsIsToldOnceToOneThatIsBehind() {
        Browser slow = new Browser(true);
        hub.open(slow);
        for (int i = 0; i < 500; i++) {
            hub.publish(Topic.DEVICE, 7);
        }
        slow.may.countDown();
        RunningServer.until("told", () -> !slow.taken.isEmpty());
        assertThat(slow.taken.size()).isLessThanOrEqualTo(2);
    }
}
