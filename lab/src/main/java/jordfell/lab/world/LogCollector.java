package jordfell.lab.world;

import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jordfell.core.evidence.Observation.Logged;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Network;
import jordfell.lab.time.Timeline;

/** Takes what phones write down (RFC 5424). */
final class LogCollector {

    static final String HOST = "192.0.2.14";

    private static final int LONGEST = 2_048;
    private static final Pattern LINE = Pattern.compile(
            "<([0-9]{1,3})>1 \\S+ (\\S+) \\S+ \\S+ (\\S+) (?:-|\\[[^\\]]*?mac=\"([^\"]+)\"[^\\]]*\\]|\\[[^\\]]*\\]) ?(.*)",
            Pattern.DOTALL);

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
        Matcher line = LINE.matcher(new String(bytes, 0, Math.min(bytes.length, LONGEST), StandardCharsets.UTF_8));
        if (!line.matches()) {
            return;
        }
        observer.observed(
                "",
                Optional.ofNullable(line.group(4))
                        .map(MacReader::read)
                        .filter(MacReading.Valid.class::isInstance)
                        .map(reading -> ((MacReading.Valid) reading).mac()),
                new Logged(
                        timeline.now(),
                        Integer.parseInt(line.group(1)) % 8,
                        line.group(3),
                        line.group(5),
                        from.host()));
    }
}
