package jordfell.bench;

import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import jordfell.bench.BenchAgents.Done;
import jordfell.core.identity.MacAddress;
import jordfell.core.roster.Domain;
import jordfell.core.roster.Domain.Expiry;
import jordfell.core.sip.SipReader;
import jordfell.core.sip.SipReading;
import jordfell.lab.registrar.Accounts;
import jordfell.lab.time.Timeline;
import jordfell.lab.tls.LabAuthority;
import jordfell.lab.wire.SipPorts;
import jordfell.lab.world.LabWorld;
import jordfell.lab.world.WorldObserver;

/** Registrations over real UDP from many ports, against the same sockets that are only read and echoed. */
final class RegisterBench {

    private static final int SECONDS = 5;

    /** Until what is run often was compiled: while both processors are busy, that takes long. */
    private static final int WARM_UP = 30;

    private static final int FLOOD_SECONDS = 3;
    private static final int MOST_QUARTERS = 40;

    static final WorldObserver NOBODY = (domain, device, seen) -> {};

    private final Map<String, BenchPhone> phones;
    private final List<BenchPhone> inOrder;
    private final WorldObserver observer;

    /** A registrar with phones that are enrolled nowhere, and that nobody observes. */
    RegisterBench() {
        this(
                IntStream.range(0, 2 * BenchAgents.ALL)
                        .mapToObj(i -> new BenchPhone(
                                0,
                                MacAddress.of(String.format("0299%08x", i)),
                                Integer.toString(1_000 + i),
                                Integer.toString(1_000 + i),
                                "secret",
                                "v.example",
                                ""))
                        .toList(),
                NOBODY);
    }

    /** @param phones twice as many as ask at once */
    RegisterBench(List<BenchPhone> phones, WorldObserver observer) {
        this.inOrder = phones;
        this.phones = phones.stream().collect(Collectors.toMap(BenchPhone::number, Function.identity()));
        this.observer = observer;
    }

    /**
     * Registrations at a real registrar.
     *
     * @param pause between two of those that ask at once, in nanoseconds
     */
    Done registered(long pause) throws IOException, InterruptedException {
        return at(port -> run(port, pause));
    }

    /**
     * How long registrations take longer than usual after somebody asked three times as often as can be answered, in seconds.
     *
     * @param top registrations a second that were reached
     * @param usual what they are like at half of that
     */
    double recovery(double top, Done usual) throws IOException, InterruptedException {
        long pause = (long) (BenchAgents.AT_ONCE * 2e9 / top);
        return at(port -> {
            try (BenchAgents known = new BenchAgents(port, inOrder.subList(BenchAgents.ALL, inOrder.size()));
                    BenchAgents others = new BenchAgents(port, inOrder)) {
                known.run(pause, 1);
                others.flood(3 * 2 * top, FLOOD_SECONDS);
                for (int quarters = 1; ; quarters++) {
                    Done now = known.run(pause, 0.25);
                    if (now.lost() == 0 && now.median() <= 2 * usual.median() || quarters > MOST_QUARTERS) {
                        return quarters / 4.0;
                    }
                }
            }
        });
    }

    /**
     * Processor time that a registration costs at the highest rate, without what it costs whoever registers, in µs.
     *
     * @param settle waits until all that comes of them is done
     */
    double cost(Runnable settle) throws IOException, InterruptedException {
        return at(port -> {
            settle.run();
            double before = Cpu.micros();
            Done done = run(port, 0);
            settle.run();
            return (Cpu.micros() - before - done.ownMicros()) / done.millis().size();
        });
    }

    /** One that registers while somebody else sends so many datagrams of no sense. */
    FloodBench.Result flooded(int hostile) throws IOException, InterruptedException {
        return at(port -> FloodBench.run(port, inOrder.get(inOrder.size() - 1), hostile));
    }

    private interface Work<T> {
        T at(int port) throws IOException, InterruptedException;
    }

    private LabWorld world(Timeline timeline) {
        return new LabWorld(
                timeline, List.<Domain>of(), new OfPhones(phones), (request, taker) -> {}, observer, new Random(1));
    }

    /** At a registrar whose code was compiled by as much as it could do for some seconds. */
    private <T> T at(Work<T> work) throws IOException, InterruptedException {
        Timeline timeline = new Timeline(Instant.now());
        LabWorld world = world(timeline);
        try (SipPorts ports = SipPorts.open(
                0, timeline, world, LabAuthority.make(Instant.now()).context(List.of(), Instant.now()))) {
            timeline.goLive();
            try (BenchAgents agents = new BenchAgents(ports.port(), inOrder)) {
                agents.run(0, WARM_UP);
            }
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
            try (BenchAgents agents = new BenchAgents(echo.getLocalPort(), inOrder)) {
                agents.run(0, WARM_UP);
                return agents.run(0, SECONDS);
            }
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

    private Done run(int port, long pause) throws IOException, InterruptedException {
        try (BenchAgents agents = new BenchAgents(port, inOrder)) {
            return agents.run(pause, SECONDS);
        }
    }

    /** The accounts of these phones, by number. */
    private record OfPhones(Map<String, BenchPhone> phones) implements Accounts {

        private static final int CONTACTS = 3;

        @Override
        public Optional<Policy> domain(String name) {
            return Optional.of(new Policy(name, name, new Expiry(60, 600, 3_600)));
        }

        @Override
        public Optional<Account> find(String domain, String user) {
            return Optional.ofNullable(phones.get(user))
                    .map(p -> new Account(p.number(), p.user(), p.password(), CONTACTS));
        }
    }
}
