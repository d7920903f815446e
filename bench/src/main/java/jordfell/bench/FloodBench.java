package jordfell.bench;

import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.locks.LockSupport;

/** An agent that registers again and again, while somebody at another address sends whatever comes to mind. */
final class FloodBench {

    private static final int HOSTILE_A_SECOND = 2_500;
    private static final int PORTS = 50;
    private static final long PAUSE_NANOS = 200_000_000L;
    private static final int QUIET = 50;

    /**
     * What came of it.
     *
     * @param quiet the 99th percentile without the flood, in milliseconds
     * @param flooded the same with it
     */
    record Result(double quiet, double flooded, int registered, int lost, int hostile) {}

    private FloodBench() {}

    /** @param hostile how many datagrams are sent */
    static Result run(int port, BenchPhone phone, int hostile) throws IOException, InterruptedException {
        try (BenchAgent agent = new BenchAgent(port, phone)) {
            List<Double> quiet = new ArrayList<>();
            for (int i = 0; i < QUIET; i++) {
                timed(agent, quiet);
            }
            AtomicBoolean isOver = new AtomicBoolean();
            Thread flood = new Thread(() -> {
                flood(port, BenchAgent.message(phone, 5_060, 1, ""), hostile);
                isOver.set(true);
            });
            flood.start();
            List<Double> times = new ArrayList<>();
            int lost = 0;
            while (!isOver.get()) {
                lost += timed(agent, times) ? 0 : 1;
            }
            flood.join();
            return new Result(p99(quiet), p99(times), times.size(), lost, hostile);
        }
    }

    private static boolean timed(BenchAgent agent, List<Double> times) throws IOException {
        long began = System.nanoTime();
        boolean isRegistered = agent.register();
        if (isRegistered) {
            times.add((System.nanoTime() - began) / 1e6);
        }
        LockSupport.parkNanos(PAUSE_NANOS);
        return isRegistered;
    }

    private static void flood(int port, byte[] good, int count) {
        Random random = new Random(1);
        InetSocketAddress to = new InetSocketAddress(InetAddress.getLoopbackAddress(), port);
        List<DatagramSocket> sockets = new ArrayList<>();
        try {
            for (int i = 0; i < PORTS; i++) {
                sockets.add(new DatagramSocket(new InetSocketAddress("127.0.0.2", 0)));
            }
            long began = System.nanoTime();
            for (int i = 0; i < count; i++) {
                byte[] bytes = mutated(good, random);
                sockets.get(i % PORTS).send(new DatagramPacket(bytes, bytes.length, to));
                long due = began + (long) (i * 1e9 / HOSTILE_A_SECOND);
                LockSupport.parkNanos(due - System.nanoTime());
            }
        } catch (IOException e) {
            throw new IllegalStateException("nothing could be sent", e);
        } finally {
            sockets.forEach(DatagramSocket::close);
        }
    }

    /** Bytes of no sense, or a good message with some of its bytes changed, cut off or doubled. */
    private static byte[] mutated(byte[] good, Random random) {
        if (random.nextInt(4) == 0) {
            byte[] bytes = new byte[random.nextInt(1_200)];
            random.nextBytes(bytes);
            return bytes;
        }
        byte[] bytes = Arrays.copyOf(good, random.nextInt(4) == 0 ? random.nextInt(good.length) : good.length);
        for (int changes = random.nextInt(8); changes > 0 && bytes.length > 0; changes--) {
            bytes[random.nextInt(bytes.length)] = (byte) random.nextInt(256);
        }
        return bytes;
    }

    private static double p99(List<Double> times) {
        return times.stream()
                .sorted()
                .skip((long) (times.size() * 0.99))
                .findFirst()
                .orElse(Double.NaN);
    }
}
