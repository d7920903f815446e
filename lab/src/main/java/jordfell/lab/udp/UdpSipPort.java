package jordfell.lab.udp;

import io.github.bucket4j.Bucket;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.SocketAddress;
import java.nio.ByteBuffer;
import java.nio.channels.AsynchronousCloseException;
import java.nio.channels.ClosedChannelException;
import java.nio.channels.DatagramChannel;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.time.Timeline;
import jordfell.lab.world.LabWorld;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The registrar behind a real UDP socket on 127.0.0.1. Datagrams that are too large or too many are dropped and
 * counted; nothing that arrives can stop it.
 *
 * <p>Agents that registered before have room of their own. What others send is bounded by address and port, so that each
 * is heard among many, by address, and in all: what waits for the world is few enough to be answered in time.
 */
public final class UdpSipPort implements AutoCloseable {

    /** Datagrams a second taken from one agent that is registered. */
    public static final int MOST_PER_AGENT = 200;

    /** A second from one address and port of which nothing is known: a registration takes two, and a lost one comes again. */
    private static final int MOST_PER_STRANGER = 4;

    /** So many such a one may send at once. */
    static final int STRANGERS_BURST = 60;

    /** From one address, whatever the ports. */
    static final int MOST_PER_ADDRESS = 1_600;

    private static final int MOST_WAITING = 2_000;
    private static final int MOST_SOURCES = 20_000;
    private static final Logger log = LoggerFactory.getLogger(UdpSipPort.class);

    private final DatagramChannel channel;
    private final Timeline timeline;
    private final LabWorld world;
    private final Map<SocketAddress, Bucket> agents = buckets();
    private final Map<SocketAddress, Bucket> strangers = buckets();
    private final Map<InetAddress, Bucket> addresses = buckets();
    private final AtomicInteger waiting = new AtomicInteger();

    private UdpSipPort(DatagramChannel channel, Timeline timeline, LabWorld world) {
        this.channel = channel;
        this.timeline = timeline;
        this.world = world;
    }

    /**
     * Opens the socket.
     *
     * @param port 0 for any free one
     * @throws IOException when the port is taken
     */
    public static UdpSipPort open(int port, Timeline timeline, LabWorld world) throws IOException {
        DatagramChannel channel = DatagramChannel.open();
        try {
            channel.bind(new InetSocketAddress(InetAddress.getLoopbackAddress(), port));
        } catch (IOException e) {
            channel.close();
            throw e;
        }
        UdpSipPort opened = new UdpSipPort(channel, timeline, world);
        world.routeOutside(opened::send);
        Thread thread = new Thread(opened::receiveAll, "sip-udp");
        thread.setDaemon(true);
        thread.start();
        return opened;
    }

    public int port() {
        try {
            return ((InetSocketAddress) channel.getLocalAddress()).getPort();
        } catch (IOException e) {
            throw new IllegalStateException("the SIP socket is closed", e);
        }
    }

    @Override
    public void close() throws IOException {
        channel.close();
    }

    private void receiveAll() {
        ByteBuffer buffer = ByteBuffer.allocate(SipMessage.LARGEST + 1);
        while (channel.isOpen()) {
            try {
                buffer.clear();
                InetSocketAddress from = (InetSocketAddress) channel.receive(buffer);
                buffer.flip();
                take(from, buffer);
            } catch (AsynchronousCloseException e) {
                return;
            } catch (ClosedChannelException e) {
                return;
            } catch (IOException | RuntimeException e) {
                log.warn("A datagram could not be taken: {}", e.getClass().getSimpleName());
            }
        }
    }

    private void take(InetSocketAddress from, ByteBuffer buffer) {
        Endpoint source = new Endpoint(from.getAddress().getHostAddress(), from.getPort());
        if (!mayPass(from, source)) {
            world.counters().tooMany.incrementAndGet();
            return;
        }
        if (buffer.remaining() > SipMessage.LARGEST) {
            world.counters().tooLarge.incrementAndGet();
            return;
        }
        byte[] bytes = new byte[buffer.remaining()];
        buffer.get(bytes);
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

    private boolean mayPass(InetSocketAddress from, Endpoint source) {
        return world.outsiders().isKnown(source)
                ? agents.computeIfAbsent(from, a -> newBucket(MOST_PER_AGENT, MOST_PER_AGENT))
                        .tryConsume(1)
                : strangers
                                .computeIfAbsent(from, a -> newBucket(STRANGERS_BURST, MOST_PER_STRANGER))
                                .tryConsume(1)
                        && addresses
                                .computeIfAbsent(from.getAddress(), a -> newBucket(MOST_PER_ADDRESS, MOST_PER_ADDRESS))
                                .tryConsume(1);
    }

    private void send(Endpoint to, byte[] bytes) {
        try {
            channel.send(ByteBuffer.wrap(bytes), new InetSocketAddress(to.host(), to.port()));
        } catch (IOException | IllegalArgumentException e) {
            log.debug("A datagram could not be sent: {}", e.getClass().getSimpleName());
        }
    }

    private static Bucket newBucket(int atOnce, int perSecond) {
        return Bucket.builder()
                .addLimit(limit -> limit.capacity(atOnce).refillGreedy(perSecond, Duration.ofSeconds(1)))
                .build();
    }

    /** By source; the one that was silent for the longest is forgotten first. */
    private static <K> Map<K, Bucket> buckets() {
        return new LinkedHashMap<>(64, 0.75f, true) {
            @Override
            protected boolean removeEldestEntry(Map.Entry<K, Bucket> eldest) {
                return size() > MOST_SOURCES;
            }
        };
    }
}
