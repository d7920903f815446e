package jordfell.server.events;

import java.io.IOException;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** Tells open screens what changed. An event carries no data but an id: the screen asks for what it may see. */
@Component
public class EventHub {

    private static final long NEVER = 0L;
    private static final int MOST_STREAMS = 200;

    /** What changed. */
    public enum Topic {
        DEVICE,
        KNOCKS,
        LAB,
        ROSTER,
        TEMPLATES,
        RELEASES
    }

    record Event(Topic topic, long id) {}

    private final List<SseEmitter> streams = new CopyOnWriteArrayList<>();

    SseEmitter open() {
        SseEmitter stream = new SseEmitter(NEVER);
        if (streams.size() >= MOST_STREAMS) {
            streams.remove(0).complete();
        }
        streams.add(stream);
        stream.onCompletion(() -> streams.remove(stream));
        stream.onError(e -> streams.remove(stream));
        send(stream, SseEmitter.event().comment("open"));
        return stream;
    }

    public void publish(Topic topic, long id) {
        streams.forEach(stream -> send(stream, SseEmitter.event().name("change").data(new Event(topic, id))));
    }

    private void send(SseEmitter stream, SseEmitter.SseEventBuilder event) {
        try {
            stream.send(event);
        } catch (IOException | IllegalStateException e) {
            streams.remove(stream); // the browser is gone
        }
    }
}
