package jordfell.lab.wire;

import java.io.IOException;
import java.io.OutputStream;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.LinkedBlockingQueue;
import jordfell.core.sip.SipStream;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Transport;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * A real TCP or TLS socket on 127.0.0.1. What is sent to an agent goes by the connection that it opened (RFC 5626 §5.3). Where
 * that was closed, one is opened to it by TCP (RFC 3261 §18.1.1); by TLS none is, since it may be no server.
 */
final class StreamSipPort implements AutoCloseable {

    /** Connections at once; each has two threads of its own. */
    static final int MOST_CONNECTIONS = 200;

    private static final int CONNECTING_MILLIS = 5_000;
    private static final int MOST_UNSENT = 200;
    private static final byte[] PONG = "\r\n".getBytes(StandardCharsets.US_ASCII);
    private static final byte[] NOTHING_MORE = {};
    private static final Logger log = LoggerFactory.getLogger(StreamSipPort.class);

    private final ServerSocket server;
    private final Transport transport;
    private final SipGate gate;
    private final Patience patience;
    private final Map<Endpoint, Connection> connections = new ConcurrentHashMap<>();

    /**
     * How long somebody is waited for.
     *
     * @param message from its first byte to its last; the first message, from the connection on
     * @param silence between two messages
     */
    record Patience(Duration message, Duration silence) {

        /** An agent that keeps its connection says something every two minutes at most (RFC 5626 §4.4.1). */
        static final Patience USUAL = new Patience(Duration.ofSeconds(30), Duration.ofMinutes(5));
    }

    /** @param server bound to 127.0.0.1 */
    StreamSipPort(ServerSocket server, Transport transport, SipGate gate, Patience patience) {
        this.patience = patience;
        this.server = server;
        this.transport = transport;
        this.gate = gate;
    }

    void start() {
        run("accept", this::acceptAll);
    }

    int port() {
        return server.getLocalPort();
    }

    /** Sends by the connection that the agent opened, or one that is opened for it. */
    void send(Endpoint to, byte[] bytes) {
        Connection connection = transport == Transport.TCP && connections.size() < MOST_CONNECTIONS
                ? connections.computeIfAbsent(to, this::open)
                : connections.get(to);
        if (connection == null || !connection.unsent.offer(bytes)) {
            log.debug("Nothing can be sent by {} to a port that has no connection", transport);
        }
    }

    @Override
    public void close() throws IOException {
        server.close();
        connections.values().forEach(Connection::end);
    }

    private void acceptAll() {
        while (!server.isClosed()) {
            try {
                Socket socket = server.accept();
                if (connections.size() >= MOST_CONNECTIONS && !makesRoom()) {
                    socket.close();
                    continue;
                }
                socket.setTcpNoDelay(true);
                InetSocketAddress from = (InetSocketAddress) socket.getRemoteSocketAddress();
                Connection connection = new Connection(socket, from);
                connections.put(connection.agent, connection);
                run("in", connection::receiveAll);
                run("out", connection::sendAll);
            } catch (IOException | RuntimeException e) {
                if (!server.isClosed()) {
                    log.warn("A connection could not be taken: {}", e.getClass().getSimpleName());
                }
            }
        }
    }

    /** Whoever has said nothing whole since it came goes where somebody else would come. */
    private boolean makesRoom() {
        Optional<Connection> silent = connections.values().stream()
                .filter(connection -> !connection.spoke)
                .min(Comparator.comparingLong(connection -> connection.since));
        silent.ifPresent(Connection::end);
        return silent.isPresent();
    }

    /** A connection to an agent that has none any more; what is sent meanwhile waits for it. */
    private Connection open(Endpoint to) {
        Connection connection = new Connection(new Socket(), new InetSocketAddress(to.host(), to.port()));
        run("out", connection::connect);
        return connection;
    }

    private void run(String what, Runnable work) {
        Thread thread = new Thread(work, "sip-" + transport.param() + "-" + what);
        thread.setDaemon(true);
        thread.start();
    }

    private final class Connection {

        private final Socket socket;
        private final InetSocketAddress from;
        private final Endpoint agent;
        private final BlockingQueue<byte[]> unsent = new LinkedBlockingQueue<>(MOST_UNSENT);

        /** When it came, or what it is saying began; by the machine’s own clock. */
        private volatile long since = System.nanoTime();

        /** Whether anything whole came by it. */
        private volatile boolean spoke;

        Connection(Socket socket, InetSocketAddress from) {
            this.socket = socket;
            this.from = from;
            this.agent = new Endpoint(from.getAddress().getHostAddress(), from.getPort(), transport);
        }

        void connect() {
            try {
                socket.connect(from, CONNECTING_MILLIS);
                spoke = true; // it was asked to be there
                run("in", this::receiveAll);
                sendAll();
            } catch (IOException e) {
                log.debug("Nobody takes connections there: {}", e.getClass().getSimpleName());
                end();
            }
        }

        void receiveAll() {
            SipStream stream = new SipStream();
            byte[] buffer = new byte[4_096];
            boolean isSaying = !spoke;
            try {
                for (int n = read(buffer, isSaying); n >= 0; n = read(buffer, isSaying)) {
                    List<SipStream.Part> parts = stream.take(buffer, n);
                    for (SipStream.Part part : parts) {
                        if (!take(part)) {
                            return;
                        }
                    }
                    spoke |= !parts.isEmpty();
                    if (!isSaying || !parts.isEmpty()) {
                        since = System.nanoTime();
                    }
                    isSaying = parts.isEmpty();
                }
            } catch (IOException | RuntimeException e) {
                log.debug("A connection ended: {}", e.getClass().getSimpleName());
            } finally {
                end();
            }
        }

        /** What comes next; who says something byte by byte is waited for no longer than who says nothing. */
        private int read(byte[] buffer, boolean isSaying) throws IOException {
            Duration most = isSaying ? patience.message() : patience.silence();
            long left = most.toMillis()
                    - Duration.ofNanos(System.nanoTime() - since).toMillis();
            if (left <= 0) {
                return -1;
            }
            socket.setSoTimeout((int) left);
            return socket.getInputStream().read(buffer);
        }

        /** False where the connection has to end: where its next message begins can't be told. */
        private boolean take(SipStream.Part part) {
            if (part instanceof SipStream.Part.Lost) {
                return false;
            }
            if (part instanceof SipStream.Part.Ping) {
                return unsent.offer(PONG);
            }
            if (gate.mayPass(from, agent)) {
                gate.take(agent, ((SipStream.Part.Message) part).bytes().array());
            }
            return true;
        }

        void sendAll() {
            try {
                OutputStream out = socket.getOutputStream();
                for (byte[] bytes = unsent.take(); bytes != NOTHING_MORE; bytes = unsent.take()) {
                    out.write(bytes);
                    out.flush();
                }
            } catch (IOException | RuntimeException e) {
                log.debug("A connection ended: {}", e.getClass().getSimpleName());
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            } finally {
                end();
            }
        }

        void end() {
            connections.remove(agent, this);
            unsent.clear();
            unsent.offer(NOTHING_MORE);
            try {
                socket.close();
            } catch (IOException e) {
                log.debug("A connection could not be closed: {}", e.getClass().getSimpleName());
            }
        }
    }
}
