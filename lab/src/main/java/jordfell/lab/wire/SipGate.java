package jordfell.lab.wire;

import io.github.bucket4j.Bucket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.SocketAddress;
import java.time.Duration;
import java.util.Collections;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import jordfell.core.bounded.Bounded;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.time.Timeline;
import jordfell.lab.world.LabWorld;

/**
 * How much is taken from whom. Agents that registered before have room of their own. What others send is bounded by address
 * and port, so that each is heard among many, by address, and in all: what waits for the world is few enough to be answered
 * in time.
 */
final class SipGate {

    /** Messages a second taken from one agent that is registered. */
    static final int MOST_PER_AGENT = 200;

    /** A second from one address and port of which nothing is known: a registration takes two, and a lost one comes again. */
    private static final int MOST_PER_STRANGER = 4;

    /** So many such a one may send at once. */
    static final int STRANGERS_BURST = 60;

    /** From one address, whatever the ports. */
    static final int MOST_PER_ADDRESS = 1_600;

    private static final int MOST_WAITING = 2_000;
    private static final int MOST_SOURCES = 20_000;

    private final Timeline timeline;
    private final LabWorld world;
    private final Map<SocketAddress, Bucket> agents = buckets();
    private final Map<SocketAddress, Bucket> strangers = buckets();
    private final Map<InetAddress, Bucket> addresses = buckets();
    private final AtomicInteger waiting = new AtomicInteger();

    SipGate(Timeline timeline, LabWorld world) {
        this.timeline = timeline;
        this.world = world;
    }

    /** Whether what this one sends is looked at now; if not it is counted. */
    boolean mayPass(InetSocketAddress from, Endpoint source) {
        boolean passes = world.outsiders().isKnown(source)
                ? bucket(agents, from, MOST_PER_AGENT, MOST_PER_AGENT).tryConsume(1)
                : bucket(strangers, from, STRANGERS_BURST, MOST_PER_STRANGER).tryConsume(1)
                        && bucket(addresses, from.getAddress(), MOST_PER_ADDRESS, MOST_PER_ADDRESS)
                                .tryConsume(1);
        if (!passes) {
            world.counters().tooMany.incrementAndGet();
        }
        return passes;
    }

    /** Gives a message to the world, if not too many wait there and it is not too long. */
    void take(Endpoint source, byte[] bytes) {
        if (bytes.length > SipMessage.LARGEST) {
            world.counters().tooLarge.incrementAndGet();
            return;
        }
        if (waiting.incrementAndGet() > MOST_WAITING) {
            waiting.decrementAndGet();
            world.counters().tooMany.incrementAndGet();
            return;
        }
        timeline.post(() -> {
            waiting.decrementAndGet();
            world.takeFromOutside(source, bytes);
        });
    }

    private static <K> Bucket bucket(Map<K, Bucket> buckets, K of, int atOnce, int perSecond) {
        return buckets.computeIfAbsent(
                of,
                key -> Bucket.builder()
                        .addLimit(limit -> limit.capacity(atOnce).refillGreedy(perSecond, Duration.ofSeconds(1)))
                        .build());
    }

    /** By source; the one that was silent for the longest is forgotten first. */
    private static <K> Map<K, Bucket> buckets() {
        return Collections.synchronizedMap(Bounded.byUse(MOST_SOURCES));
    }
}
