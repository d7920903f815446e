package jordfell.server.events;

import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Tells open screens what changed. An event carries no data but an id: the screen asks for what it may see.
 *
 * <p>Whoever publishes is never held up: events wait with each stream, the same ones once, and are sent by threads of their
 * own. A browser that takes none for too long is dropped; it opens the stream again and asks for everything.
 */
@Component
public class EventHub {

    private static final long NEVER = 0L;
    private static final int MOST_STREAMS = 200;
    private static final int MOST_WAITING = 2_000;
    private static final int SENDERS = 8;

    /** What changed. */
    public enum Topic {
        DEVICE,
        KNOCKS,
        TRIAGE,
        LAB,
        ROSTER,
        TEMPLATES,
        RELEASES,
        KEEPING
    }

    record Event(Topic topic, long id) {}

    private final List<Stream> streams = new CopyOnWriteArrayList<>();
    private final ExecutorService senders = Executors.newFixedThreadPool(SENDERS, task -> {
        Thread thread = new Thread(task, "events");
        thread.setDaemon(true);
        return thread;
    });

    SseEmitter open() {
        SseEmitter emitter = new SseEmitter(NEVER);
        open(emitter);
        return emitter;
    }

    void open(SseEmitter emitter) {
        Stream stream = new Stream(emitter);
        if (streams.size() >= MOST_STREAMS) {
            streams.get(0).drop();
        }
        streams.add(stream);
        emitter.onCompletion(() -> streams.remove(stream));
        emitter.onError(e -> streams.remove(stream));
        senders.execute(stream::greet);
    }

    public void publish(Topic topic, long id) {
        Event event = new Event(topic, id);
        streams.forEach(stream -> stream.add(event));
    }

    /** How many screens listen. */
    int listening() {
        return streams.size();
    }

    @PreDestroy
    void stop() {
        senders.shutdownNow();
    }

    /** One browser's stream and what waits for it. */
    private final class Stream {

        private final SseEmitter emitter;
        private final Set<Event> waiting = new LinkedHashSet<>();
        private boolean isBeingSent;

        Stream(SseEmitter emitter) {
            this.emitter = emitter;
        }

        void greet() {
            try {
                emitter.send(SseEmitter.event().comment("open"));
            } catch (IOException | RuntimeException e) {
                streams.remove(this);
            }
        }

        void add(Event event) {
            boolean tooMany;
            synchronized (waiting) {
                waiting.add(event);
                tooMany = waiting.size() > MOST_WAITING;
                if (!tooMany && !isBeingSent) {
                    isBeingSent = true;
                    senders.execute(this::sendAll);
                }
            }
            if (tooMany) {
                drop();
            }
        }

        private void sendAll() {
            try {
                for (List<Event> some = take(); !some.isEmpty(); some = take()) {
                    for (Event event : some) {
                        emitter.send(SseEmitter.event().name("change").data(event));
                    }
                }
            } catch (IOException | RuntimeException e) {
                streams.remove(this); // the browser is gone
            }
        }

        private List<Event> take() {
            synchronized (waiting) {
                List<Event> some = new ArrayList<>(waiting);
                waiting.clear();
                isBeingSent = !some.isEmpty();
                return some;
            }
        }

        /** Ends it without waiting for what is being sent: the other end takes nothing. */
        private void drop() {
            streams.remove(this);
            synchronized (waiting) {
                waiting.clear();
                isBeingSent = true;
            }
            senders.execute(emitter::complete);
        }
    }
}
