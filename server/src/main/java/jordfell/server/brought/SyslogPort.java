package jordfell.server.brought;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import io.github.bucket4j.Bucket;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicLong;
import jordfell.core.capture.SyslogLine;
import jordfell.server.config.JordfellProperties;
import jordfell.server.history.ObservationLog;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Takes what phones write down and send (RFC 5426): a line that names its MAC is evidence of that device, as what is seen here
 * is. Lines that name nobody are counted, and so are those for which there was no time.
 */
@Component
class SyslogPort {

    private static final Logger log = LoggerFactory.getLogger(SyslogPort.class);
    private static final int LONGEST = 2_048;
    private static final int PER_SECOND = 500;
    private static final int MOST_SOURCES = 10_000;

    private final ObservationLog observations;
    private final InstantSource clock;
    private final int wantedPort;
    private final LoadingCache<InetAddress, Bucket> bySource = Caffeine.newBuilder()
            .maximumSize(MOST_SOURCES)
            .expireAfterAccess(Duration.ofSeconds(10))
            .build(key -> Bucket.builder()
                    .addLimit(limit -> limit.capacity(PER_SECOND).refillGreedy(PER_SECOND, Duration.ofSeconds(1)))
                    .build());
    private final AtomicLong taken = new AtomicLong();
    private final AtomicLong passedOver = new AtomicLong();
    private volatile Optional<DatagramSocket> socket = Optional.empty();

    SyslogPort(ObservationLog observations, InstantSource clock, JordfellProperties properties) {
        this.observations = observations;
        this.clock = clock;
        this.wantedPort = properties.syslogPort();
    }

    @EventListener(ApplicationReadyEvent.class)
    void open() throws IOException {
        DatagramSocket opened = new DatagramSocket(new InetSocketAddress(InetAddress.getLoopbackAddress(), wantedPort));
        socket = Optional.of(opened);
        Thread listener = new Thread(() -> listen(opened), "syslog");
        listener.setDaemon(true);
        listener.start();
    }

    @PreDestroy
    void close() {
        socket.ifPresent(DatagramSocket::close);
    }

    /** The UDP port it listens on; 0 before it does. */
    int port() {
        return socket.map(DatagramSocket::getLocalPort).orElse(0);
    }

    /** How many lines became evidence since the start. */
    long taken() {
        return taken.get();
    }

    /** How many did not: they name no device, are no syslog, or were too many. */
    long passedOver() {
        return passedOver.get();
    }

    private void listen(DatagramSocket listening) {
        byte[] buffer = new byte[LONGEST];
        while (!listening.isClosed()) {
            try {
                DatagramPacket datagram = new DatagramPacket(buffer, buffer.length);
                listening.receive(datagram);
                take(datagram);
            } catch (IOException e) {
                if (!listening.isClosed()) {
                    log.warn("A syslog line could not be read: {}", e.getMessage());
                }
            }
        }
    }

    private void take(DatagramPacket datagram) {
        Instant now = clock.instant();
        String text = new String(datagram.getData(), 0, datagram.getLength(), StandardCharsets.UTF_8);
        Optional<SyslogLine> line = bySource.get(datagram.getAddress()).tryConsume(1)
                ? SyslogLine.read(text, now).filter(l -> l.mac().isPresent())
                : Optional.empty();
        if (line.isEmpty()) {
            passedOver.incrementAndGet();
            return;
        }
        taken.incrementAndGet();
        observations.observed(
                "",
                line.get().mac(),
                line.get().logged(now, datagram.getAddress().getHostAddress()));
    }
}
