package jordfell.lab.wire;

import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.ByteBuffer;
import java.nio.channels.AsynchronousCloseException;
import java.nio.channels.ClosedChannelException;
import java.nio.channels.DatagramChannel;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** A real UDP socket on 127.0.0.1. Datagrams that are too large or too many are dropped and counted; nothing stops it. */
final class UdpSipPort implements AutoCloseable {

    private static final Logger log = LoggerFactory.getLogger(UdpSipPort.class);

    private final DatagramChannel channel;
    private final SipGate gate;

    private UdpSipPort(DatagramChannel channel, SipGate gate) {
        this.channel = channel;
        this.gate = gate;
    }

    /**
     * Opens the socket.
     *
     * @param port 0 for any free one
     * @throws IOException when the port is taken
     */
    static UdpSipPort open(int port, SipGate gate) throws IOException {
        DatagramChannel channel = DatagramChannel.open();
        try {
            channel.bind(new InetSocketAddress(InetAddress.getLoopbackAddress(), port));
        } catch (IOException e) {
            channel.close();
            throw e;
        }
        return new UdpSipPort(channel, gate);
    }

    void start() {
        Thread thread = new Thread(this::receiveAll, "sip-udp");
        thread.setDaemon(true);
        thread.start();
    }

    int port() {
        try {
            return ((InetSocketAddress) channel.getLocalAddress()).getPort();
        } catch (IOException e) {
            throw new IllegalStateException("the SIP socket is closed", e);
        }
    }

    void send(Endpoint to, byte[] bytes) {
        try {
            channel.send(ByteBuffer.wrap(bytes), new InetSocketAddress(to.host(), to.port()));
        } catch (IOException | IllegalArgumentException e) {
            log.debug("A datagram could not be sent: {}", e.getClass().getSimpleName());
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
                Endpoint source = new Endpoint(from.getAddress().getHostAddress(), from.getPort());
                if (gate.mayPass(from, source)) {
                    byte[] bytes = new byte[buffer.remaining()];
                    buffer.get(bytes);
                    gate.take(source, bytes);
                }
            } catch (AsynchronousCloseException e) {
                return;
            } catch (ClosedChannelException e) {
                return;
            } catch (IOException | RuntimeException e) {
                log.warn("A datagram could not be taken: {}", e.getClass().getSimpleName());
            }
        }
    }
}
