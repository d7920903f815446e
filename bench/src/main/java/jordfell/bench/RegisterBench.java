package jordfell.bench;

import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;
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
import jordfell.lab.net.Endpoint;
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
    private static final int WARM_UP = 30;

    private static final int FLOOD_SECONDS = 3;
    private static final int MOST_QUARTERS = 40;

    /** Registrations at the registrar alone. */
    private static final int ANSWERED = 100_000;

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
        return at(port -> run(port, pause, SECONDS));
    }

    /**
     * How long registrations take longer than usual after somebody asked three times as often as can be answered, in seconds.
     *
     * @param top registrations a second that were reached
     * @param usual what they are like at half of that
     */
    double recovery(double top, Done usual) throws IOException, InterruptedException {
        long pause = (long) (AT_ONCE * 2e9 / top);
        return at(port -> {
            // They are known by then: whoever is not is taken in turns, whatever the load.
            List<List<Agent>> groups = groups(port, 1_000 + AT_ONCE * PORTS);
            try {
                run(groups, pause, 1);
                flood(port, 3 * 2 * top);
                for (int quarters = 1; ; quarters++) {
                    Done now = run(groups, pause, 0.25);
                    if (now.lost() == 0 && now.median() <= 2 * usual.median() || quarters > MOST_QUARTERS) {
                        return quarters / 4.0;
                    }
                }
            } finally {
                groups.forEach(group -> group.forEach(Agent::close));
            }
        });
    }

    /** Asks for so many challenges a second, from agents that are registered, and hears none of them. */
    private static void flood(int port, double aSecond) throws IOException, InterruptedException {
        List<Agent> agents = new ArrayList<>();
        try {
            for (int i = 0; i < AT_ONCE * PORTS; i++) {
                Agent agent = new Agent(port, 1_000 + i);
                agents.add(agent);
                agent.register();
            }
            long began = System.nanoTime();
            long sent = 0;
            for (long passed = 0; passed < FLOOD_SECONDS * 1e9; passed = System.nanoTime() - began) {
                while (sent < passed / 1e9 * aSecond) {
                    agents.get((int) (sent++ % agents.size())).askOnly();
                }
                Thread.sleep(1);
            }
        } finally {
            agents.forEach(Agent::close);
        }
    }

    /** Processor time that one REGISTER and its answer cost the registrar alone, in µs; half of them bring the proof. */
    double answering() throws IOException, InterruptedException {
        List<byte[]> said = new ArrayList<>();
        LabWorld world = world(new Timeline(Instant.now()));
        world.routeOutside(new Endpoint("127.0.0.1", 5_060), (to, bytes) -> said.add(bytes));
        ThreadMXBean threads = ManagementFactory.getThreadMXBean();
        long took = 0;
        for (int i = 0; i < ANSWERED; i++) {
            int number = 1_000 + i % (AT_ONCE * PORTS);
            Endpoint from = new Endpoint("127.0.0.1", 20_000 + number);
            String proof = "";
            for (int half = 0; half < 2; half++) {
                byte[] asked = Agent.message(number, from.port(), 2 * i + half, proof);
                said.clear();
                long before = threads.getCurrentThreadCpuTime();
                world.takeFromOutside(from, asked);
                // The first half is until what is run often was compiled.
                took += i < ANSWERED / 2 ? 0 : threads.getCurrentThreadCpuTime() - before;
                SipMessage answer = ((SipReading.Message) SipReader.read(said.get(0))).message();
                proof = half == 0 ? Agent.proof(number, answer) : "";
            }
        }
        return took / 1e3 / ANSWERED;
    }

    private interface Work<T> {
        T at(int port) throws IOException, InterruptedException;
    }

    private static LabWorld world(Timeline timeline) {
        return new LabWorld(
                timeline,
                List.<Domain>of(),
                new Everybody(),
                (request, taker) -> {},
                (domain, device, seen) -> {},
                new Random(1));
    }

    /** At a registrar whose code was compiled by as much as it could do for some seconds. */
    private static <T> T at(Work<T> work) throws IOException, InterruptedException {
        Timeline timeline = new Timeline(Instant.now());
        LabWorld world = world(timeline);
        try (SipPorts ports = SipPorts.open(
                0, timeline, world, LabAuthority.make(Instant.now()).context(List.of(), Instant.now()))) {
            timeline.goLive();
            run(ports.port(), 0, WARM_UP);
            return work.at(ports.port());
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

    private static Done run(int port, long pause, double seconds) throws IOException, InterruptedException {
        List<List<Agent>> groups = groups(port, 1_000);
        try {
            return run(groups, pause, seconds);
        } finally {
            groups.forEach(group -> group.forEach(Agent::close));
        }
    }

    /** Agents with numbers from this one on, those together that ask one after the other. */
    private static List<List<Agent>> groups(int port, int first) throws IOException {
        List<List<Agent>> groups = new ArrayList<>();
        for (int t = 0; t < AT_ONCE; t++) {
            List<Agent> group = new ArrayList<>();
            groups.add(group);
            for (int i = 0; i < PORTS; i++) {
                group.add(new Agent(port, first + t * PORTS + i));
            }
        }
        return groups;
    }

    private static Done run(List<List<Agent>> groups, long pause, double seconds) throws InterruptedException {
        AtomicInteger lost = new AtomicInteger();
        List<List<Double>> all = new ArrayList<>();
        List<Thread> threads = new ArrayList<>();
        long end = System.nanoTime() + (long) (seconds * 1e9);
        for (List<Agent> group : groups) {
            List<Double> took = new ArrayList<>();
            all.add(took);
            Thread thread = new Thread(() -> ask(group, end, pause, took, lost));
            threads.add(thread);
            thread.start();
        }
        for (Thread thread : threads) {
            thread.join();
        }
        List<Double> millis = new ArrayList<>();
        all.forEach(millis::addAll);
        Collections.sort(millis);
        return new Done(millis.size() / seconds, lost.get(), millis);
    }

    private static void ask(List<Agent> agents, long end, long pause, List<Double> took, AtomicInteger lost) {
        try {
            for (int i = 0; System.nanoTime() < end; i++) {
                long began = System.nanoTime();
                if (agents.get(i % agents.size()).register()) {
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
                SipMessage done = ask(proof(number, challenged));
                return !done.isResponse() || done.status() == 200;
            } catch (SocketTimeoutException e) {
                return false;
            }
        }

        /** The header by which it proves itself after this challenge; what is no challenge is answered like a fixed one. */
        static String proof(int number, SipMessage challenged) {
            DigestChallenge challenge = challenged.all("WWW-Authenticate").stream()
                    .flatMap(h -> DigestChallenge.read(h).stream())
                    .findFirst()
                    .orElse(FIXED);
            return "Authorization: "
                    + DigestAnswer.to(
                                    challenge, Integer.toString(number), "secret", "REGISTER", "sip:" + DOMAIN, "c", 1)
                            .header()
                    + "\r\n";
        }

        /** Asks, and does not wait. */
        void askOnly() throws IOException {
            byte[] bytes = message(number, socket.getLocalPort(), ++cseq, "");
            socket.send(new DatagramPacket(bytes, bytes.length, InetAddress.getLoopbackAddress(), port));
        }

        static byte[] message(int number, int from, int cseq, String proof) {
            String contact = number + "@127.0.0.1:" + from;
            return ("REGISTER sip:" + DOMAIN + " SIP/2.0\r\nVia: SIP/2.0/UDP 127.0.0.1:" + from
                            + ";rport;branch=z9hG4bK" + number + "x" + cseq + "\r\nMax-Forwards: 70\r\nFrom: <sip:"
                            + number
                            + "@" + DOMAIN + ">;tag=a\r\nTo: <sip:" + number + "@" + DOMAIN + ">\r\nCall-ID: " + contact
                            + "\r\nCSeq: " + cseq + " REGISTER\r\nContact: <sip:" + contact + ">\r\nExpires: 600\r\n"
                            + proof
                            + "Content-Length: 0\r\n\r\n")
                    .getBytes(StandardCharsets.UTF_8);
        }

        private SipMessage ask(String proof) throws IOException {
            cseq++;
            byte[] bytes = message(number, socket.getLocalPort(), cseq, proof);
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
