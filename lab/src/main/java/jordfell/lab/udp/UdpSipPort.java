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
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.time.Timeline;
import jordfell.lab.world.LabWorld;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The registrar behind a real UDP socket on 127.0.0.1. Datagrams that are too large or too many are dropped and
 * counted; nothing that arrives can stop it.
 */
public final class UdpSipPort implements AutoCloseable {

    /** Datagrams a second taken from one source. */
    public static final int MOST_PER_SOURCE = 200;

    private static final int MOST_SOURCES = 4_096;
    private static final Logger log = LoggerFactory.getLogger(UdpSipPort.class);

    private final DatagramChannel channel;
    private final Timeline timeline;
    private final LabWorld world;
    private final Map<SocketAddress, Bucket> buckets = new LinkedHashMap<>(64, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<SocketAddress, Bucket> eldest) {
            return size() > MOST_SOURCES;
        }
    };

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
        if (!buckets.computeIfAbsent(from, source -> newBucket()).tryConsume(1)) {
            world.counters().tooMany.incrementAndGet();
            return;
        }
        if (buffer.remaining() > SipMessage.LARGEST) {
            world.counters().tooLarge.incrementAndGet();
            return;
        }
        byte[] bytes = new byte[buffer.remaining()];
        buffer.get(bytes);
        Endpoint source = new Endpoint(from.getAddress().getHostAddress(), from.getPort());
        timeline.post(() -> world.takeFromOutside(source, bytes));
    }

    private void send(Endpoint to, byte[] bytes) {
        try {
            channel.send(ByteBuffer.wrap(bytes), new InetSocketAddress(to.host(), to.port()));
        } catch (IOException | IllegalArgumentException e) {
            log.debug("A datagram could not be sent: {}", e.getClass().getSimpleName());
        }
    }

    private static Bucket newBucket() {
        return Bucket.builder()
                .addLimit(limit -> limit.capacity(MOST_PER_SOURCE).refillGreedy(MOST_PER_SOURCE, Duration.ofSeconds(1)))
                .build();
    }
}
