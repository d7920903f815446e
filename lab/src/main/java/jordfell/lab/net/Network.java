package jordfell.lab.net;

import java.time.Duration;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.BiConsumer;
import java.util.random.RandomGenerator;
import jordfell.lab.time.Timeline;

/** Carries datagrams between simulated addresses, with delay, unless a cable is out. */
public final class Network {

    /** Receives the bytes of a datagram. */
    public interface Receiver {
        void receive(Endpoint from, byte[] bytes);
    }

    private static final Duration FASTEST = Duration.ofMillis(4);
    private static final int SPREAD_MILLIS = 12;

    private final Timeline timeline;
    private final RandomGenerator random;
    private final Map<Endpoint, Receiver> receivers = new HashMap<>();
    private final Set<String> unplugged = new HashSet<>();
    private double lost;
    private final Map<Transport, BiConsumer<Endpoint, byte[]>> outside = new ConcurrentHashMap<>();

    public Network(Timeline timeline, RandomGenerator random) {
        this.timeline = timeline;
        this.random = random;
    }

    /** Where what is sent to this machine's own addresses in this way goes. */
    public void routeOutside(Transport transport, BiConsumer<Endpoint, byte[]> sender) {
        outside.put(transport, sender);
    }

    public void attach(Endpoint at, Receiver receiver) {
        receivers.put(at, receiver);
    }

    public void detach(Endpoint at) {
        receivers.remove(at);
    }

    public void plug(String host, boolean in) {
        if (in) {
            unplugged.remove(host);
        } else {
            unplugged.add(host);
        }
    }

    public boolean isPlugged(String host) {
        return !unplugged.contains(host);
    }

    /** Has this share of all datagrams get lost, from 0 for none to 1. */
    public void lose(double share) {
        lost = share;
    }

    /** Sends a datagram; like any datagram it may get lost, and nobody is told. */
    public void send(Endpoint from, Endpoint to, byte[] bytes) {
        if (!isPlugged(from.host()) || lost > 0 && random.nextDouble() < lost) {
            return;
        }
        if (to.onThisMachine()) {
            outside.getOrDefault(to.transport(), (nowhere, nothing) -> {}).accept(to, bytes);
            return;
        }
        timeline.after(FASTEST.plusMillis(random.nextInt(SPREAD_MILLIS)), () -> {
            Receiver receiver = receivers.get(to);
            if (receiver != null && isPlugged(to.host())) {
                receiver.receive(from, bytes);
            }
        });
    }
}
