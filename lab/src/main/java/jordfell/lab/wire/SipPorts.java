package jordfell.lab.wire;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import javax.net.ssl.SSLContext;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Transport;
import jordfell.lab.time.Timeline;
import jordfell.lab.world.LabWorld;

/** The registrar behind real sockets on 127.0.0.1: the same port by UDP and by TCP, and another by TLS. */
public final class SipPorts implements AutoCloseable {

    private static final String HOST = "127.0.0.1";
    private static final int WAITING_CONNECTIONS = 50;

    /** A port that is free by UDP may be taken by TCP: so often another is tried. */
    private static final int TRIES = 20;

    private final UdpSipPort udp;
    private final StreamSipPort tcp;
    private final StreamSipPort tls;

    private SipPorts(UdpSipPort udp, StreamSipPort tcp, StreamSipPort tls) {
        this.udp = udp;
        this.tcp = tcp;
        this.tls = tls;
    }

    /**
     * Opens the sockets.
     *
     * @param port 0 for any free ones; by TLS it is the one after it (RFC 3261 §19.1.2)
     * @throws IOException when a port is taken
     */
    public static SipPorts open(int port, Timeline timeline, LabWorld world, SSLContext tls) throws IOException {
        return open(port, timeline, world, tls, StreamSipPort.Patience.USUAL);
    }

    /** The same, with another patience on streams. */
    static SipPorts open(int port, Timeline timeline, LabWorld world, SSLContext tls, StreamSipPort.Patience patience)
            throws IOException {
        SipGate gate = new SipGate(timeline, world);
        for (int left = port == 0 ? TRIES : 1; ; left--) {
            UdpSipPort udp = UdpSipPort.open(port, gate);
            try {
                return opened(udp, port == 0 ? 0 : port + 1, gate, world, tls, patience);
            } catch (IOException e) {
                udp.close();
                if (left <= 1) {
                    throw e;
                }
            }
        }
    }

    private static SipPorts opened(
            UdpSipPort udp, int tlsPort, SipGate gate, LabWorld world, SSLContext tls, StreamSipPort.Patience patience)
            throws IOException {
        InetAddress here = InetAddress.getLoopbackAddress();
        ServerSocket tcp = new ServerSocket(udp.port(), WAITING_CONNECTIONS, here);
        try {
            ServerSocket secured = tls.getServerSocketFactory().createServerSocket(tlsPort, WAITING_CONNECTIONS, here);
            SipPorts ports = new SipPorts(
                    udp,
                    new StreamSipPort(tcp, Transport.TCP, gate, patience),
                    new StreamSipPort(secured, Transport.TLS, gate, patience));
            ports.start(world);
            return ports;
        } catch (IOException e) {
            tcp.close();
            throw e;
        }
    }

    /** By UDP and by TCP. */
    public int port() {
        return udp.port();
    }

    public int tlsPort() {
        return tls.port();
    }

    @Override
    public void close() throws IOException {
        udp.close();
        tcp.close();
        tls.close();
    }

    private void start(LabWorld world) {
        world.routeOutside(new Endpoint(HOST, udp.port(), Transport.UDP), udp::send);
        world.routeOutside(new Endpoint(HOST, tcp.port(), Transport.TCP), tcp::send);
        world.routeOutside(new Endpoint(HOST, tls.port(), Transport.TLS), tls::send);
        udp.start();
        tcp.start();
        tls.start();
    }
}
