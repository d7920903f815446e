package jordfell.lab.world;

import java.nio.charset.StandardCharsets;
import jordfell.core.capture.SyslogLine;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Network;
import jordfell.lab.time.Timeline;

/** Takes what phones write down (RFC 5424). */
final class LogCollector {

    static final String HOST = "192.0.2.14";

    private static final int LONGEST = 2_048;

    private final Timeline timeline;
    private final Network network;
    private final WorldObserver observer;

    LogCollector(Timeline timeline, Network network, WorldObserver observer) {
        this.timeline = timeline;
        this.network = network;
        this.observer = observer;
        listen(514);
    }

    /** Listens at one more port. */
    void listen(int port) {
        network.attach(new Endpoint(HOST, port), this::take);
    }

    private void take(Endpoint from, byte[] bytes) {
        String text = new String(bytes, 0, Math.min(bytes.length, LONGEST), StandardCharsets.UTF_8);
        SyslogLine.read(text, timeline.now())
                .ifPresent(line -> observer.observed("", line.mac(), line.logged(timeline.now(), from.host())));
    }
}
