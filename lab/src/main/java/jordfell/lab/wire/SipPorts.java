package jordfell.lab.wire;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Transport;
import jordfell.lab.time.Timeline;
import jordfell.lab.world.LabWorld;

/** The registrar behind real sockets on 127.0.0.1: the same port by UDP and by TCP. */
public final class SipPorts implements AutoCloseable {

    private static final String HOST = "127.0.0.1";
    private static final int WAITING_CONNECTIONS = 50;

    /** A port that is free by UDP may be taken by TCP: so often another is tried. */
    private static final int TRIES = 20;

    private final UdpSipPort udp;
    private final StreamSipPort tcp;

    private SipPorts(UdpSipPort udp, StreamSipPort tcp) {
        this.udp = udp;
        this.tcp = tcp;
    }

    /**
     * Opens the sockets.
     *
     * @param port 0 for any free one
     * @throws IOException when the port is taken
     */
    public static SipPorts open(int port, Timeline timeline, LabWorld world) throws IOException {
        SipGate gate = new SipGate(timeline, world);
        for (int left = port == 0 ? TRIES : 1; ; left--) {
            UdpSipPort udp = UdpSipPort.open(port, gate);
            try {
                ServerSocket server =
                        new ServerSocket(udp.port(), WAITING_CONNECTIONS, InetAddress.getLoopbackAddress());
                SipPorts ports = new SipPorts(udp, new StreamSipPort(server, Transport.TCP, gate));
                ports.start(world);
                return ports;
            } catch (IOException e) {
                udp.close();
                if (left <= 1) {
                    throw e;
                }
            }
        }
    }

    /** By UDP and by TCP. */
    public int port() {
        return udp.port();
    }

    @Override
    public void close() throws IOException {
        udp.close();
        tcp.close();
    }

    private void start(LabWorld world) {
        world.routeOutside(new Endpoint(HOST, udp.port(), Transport.UDP), udp::send);
        world.routeOutside(new Endpoint(HOST, tcp.port(), Transport.TCP), tcp::send);
        udp.start();
        tcp.start();
    }
}
