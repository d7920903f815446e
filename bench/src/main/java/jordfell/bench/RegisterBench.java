package jordfell.bench;

import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.SocketTimeoutException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.atomic.AtomicInteger;
import jordfell.core.roster.Domain;
import jordfell.core.roster.Domain.Expiry;
import jordfell.core.sip.DigestAlgorithm;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;
import jordfell.core.sip.SipMessage;
import jordfell.core.sip.SipReader;
import jordfell.core.sip.SipReading;
import jordfell.lab.registrar.Accounts;
import jordfell.lab.time.Timeline;
import jordfell.lab.wire.LabAuthority;
import jordfell.lab.wire.SipPorts;
import jordfell.lab.world.LabWorld;

/** Registrations over real UDP from many ports, against the same sockets that are only read and echoed. */
final class RegisterBench {

    private static final String DOMAIN = "v.example";
    /** Agents that ask at the same time. */
    static final int AT_ONCE = 16;

    private static final int PORTS = 16;
    private static final int SECONDS = 5;

    /** Until what is run often was compiled. */
    private static final int WARM_UP = 10;

    private static final DigestChallenge FIXED = new DigestChallenge("r", "nonce", DigestAlgorithm.SHA_256, false);

    /**
     * What was done in the time.
     *
     * @param millis how long each took, sorted
     */
    record Done(double aSecond, int lost, List<Double> millis) {
        double p99() {
            return at(0.99);
        }

        double median() {
            return at(0.5);
        }

        private double at(double share) {
            return millis.isEmpty() ? 0 : millis.get((int) (millis.size() * share));
        }
    }

    /**
     * Registrations at a real registrar.
     *
     * @param pause between two of those that ask at once, in nanoseconds
     */
    Done registered(long pause) throws IOException, InterruptedException {
        Timeline timeline = new Timeline(Instant.now());
        LabWorld world = new LabWorld(
                timeline,
                List.<Domain>of(),
                new Everybody(),
                (request, taker) -> {},
                (domain, device, seen) -> {},
                new Random(1));
        try (SipPorts ports = SipPorts.open(
                0, timeline, world, LabAuthority.make(Instant.now()).context(List.of(), Instant.now()))) {
            timeline.goLive();
            run(ports.port(), 0, WARM_UP);
            return run(ports.port(), pause, SECONDS);
        } finally {
            timeline.close();
        }
    }

    /** The same at a socket that reads each message and sends it back. */
    Done echoed() throws IOException, InterruptedException {
        try (DatagramSocket echo = new DatagramSocket(0, InetAddress.getLoopbackAddress())) {
            Thread thread = new Thread(() -> echo(echo), "echo");
            thread.setDaemon(true);
            thread.start();
            run(echo.getLocalPort(), 0, WARM_UP);
            return run(echo.getLocalPort(), 0, SECONDS);
        }
    }

    private static void echo(DatagramSocket socket) {
        DatagramPacket packet = new DatagramPacket(new byte[9_000], 9_000);
        while (!socket.isClosed()) {
            try {
                packet.setLength(9_000);
                socket.receive(packet);
                byte[] bytes = Arrays.copyOf(packet.getData(), packet.getLength());
                if (SipReader.read(bytes) instanceof SipReading.Message) {
                    socket.send(packet);
                }
            } catch (IOException e) {
                return;
            }
        }
    }

    private static Done run(int port, long pause, int seconds) throws InterruptedException {
        AtomicInteger lost = new AtomicInteger();
        List<List<Double>> all = new ArrayList<>();
        List<Thread> threads = new ArrayList<>();
        long end = System.nanoTime() + seconds * 1_000_000_000L;
        for (int t = 0; t < AT_ONCE; t++) {
            List<Double> took = new ArrayList<>();
            all.add(took);
            int first = t * PORTS;
            Thread thread = new Thread(() -> agents(port, first, end, pause, took, lost));
            threads.add(thread);
            thread.start();
        }
        for (Thread thread : threads) {
            thread.join();
        }
        List<Double> millis = new ArrayList<>();
        all.forEach(millis::addAll);
        Collections.sort(millis);
        return new Done(millis.size() / (double) seconds, lost.get(), millis);
    }

    private static void agents(int port, int first, long end, long pause, List<Double> took, AtomicInteger lost) {
        List<Agent> agents = new ArrayList<>();
        try {
            for (int i = 0; i < PORTS; i++) {
                agents.add(new Agent(port, 1_000 + first + i));
            }
            for (int i = 0; System.nanoTime() < end; i++) {
                long began = System.nanoTime();
                if (agents.get(i % PORTS).register()) {
                    took.add((System.nanoTime() - began) / 1e6);
                } else {
                    lost.incrementAndGet();
                }
                long left = pause - (System.nanoTime() - began);
                if (left > 0) {
                    Thread.sleep(left / 1_000_000, (int) (left % 1_000_000));
                }
            }
        } catch (IOException e) {
            throw new IllegalStateException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } finally {
            agents.forEach(Agent::close);
        }
    }

    private static final class Agent {

        private final DatagramSocket socket;
        private final int port;
        private final int number;
        private int cseq;

        Agent(int port, int number) throws IOException {
            this.socket = new DatagramSocket(0, InetAddress.getLoopbackAddress());
            socket.setSoTimeout(2_000);
            this.port = port;
            this.number = number;
        }

        boolean register() throws IOException {
            try {
                SipMessage challenged = ask("");
                DigestChallenge challenge = challenged.all("WWW-Authenticate").stream()
                        .flatMap(h -> DigestChallenge.read(h).stream())
                        .findFirst()
                        .orElse(FIXED);
                String proof = DigestAnswer.to(
                                challenge, Integer.toString(number), "secret", "REGISTER", "sip:" + DOMAIN, "c", 1)
                        .header();
                SipMessage done = ask("Authorization: " + proof + "\r\n");
                return !done.isResponse() || done.status() == 200;
            } catch (SocketTimeoutException e) {
                return false;
            }
        }

        private SipMessage ask(String proof) throws IOException {
            cseq++;
            String contact = number + "@127.0.0.1:" + socket.getLocalPort();
            byte[] bytes = ("REGISTER sip:" + DOMAIN + " SIP/2.0\r\nVia: SIP/2.0/UDP 127.0.0.1:" + socket.getLocalPort()
                            + ";rport;branch=z9hG4bK" + number + "x" + cseq + "\r\nMax-Forwards: 70\r\nFrom: <sip:"
                            + number
                            + "@" + DOMAIN + ">;tag=a\r\nTo: <sip:" + number + "@" + DOMAIN + ">\r\nCall-ID: " + contact
                            + "\r\nCSeq: " + cseq + " REGISTER\r\nContact: <sip:" + contact + ">\r\nExpires: 600\r\n"
                            + proof
                            + "Content-Length: 0\r\n\r\n")
                    .getBytes(StandardCharsets.UTF_8);
            socket.send(new DatagramPacket(bytes, bytes.length, InetAddress.getLoopbackAddress(), port));
            while (true) {
                DatagramPacket packet = new DatagramPacket(new byte[9_000], 9_000);
                socket.receive(packet);
                SipMessage answer = ((SipReading.Message)
                                SipReader.read(Arrays.copyOf(packet.getData(), packet.getLength())))
                        .message();
                if (answer.method().equals("REGISTER")
                        && answer.first("CSeq").orElse("").startsWith(cseq + " ")) {
                    return answer;
                }
            }
        }

        void close() {
            socket.close();
        }
    }

    /** A domain in which every number has the same password. */
    private static final class Everybody implements Accounts {

        @Override
        public Optional<Policy> domain(String name) {
            return Optional.of(new Policy(DOMAIN, DOMAIN, new Expiry(60, 600, 3_600)));
        }

        @Override
        public Optional<Account> find(String domain, String user) {
            return Optional.of(new Account(user, user, "secret", 3));
        }
    }
}
