package jordfell.bench;

import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;

/** Agents that register again and again, in groups: those of a group one after the other, the groups at the same time. */
final class BenchAgents implements AutoCloseable {

    /** Agents that ask at the same time. */
    static final int AT_ONCE = 16;

    private static final int IN_A_GROUP = 16;

    /** How many there are. */
    static final int ALL = AT_ONCE * IN_A_GROUP;

    /**
     * What was done in the time.
     *
     * @param millis how long each took, sorted
     * @param ownMicros the processor time that all of them took themselves, in µs
     */
    record Done(double aSecond, int lost, List<Double> millis, double ownMicros) {
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

    private final List<List<BenchAgent>> groups = new ArrayList<>();

    /**
     * Opens their ports.
     *
     * @param port of the registrar
     * @param phones one for each
     */
    BenchAgents(int port, List<BenchPhone> phones) throws IOException {
        for (int first = 0; first < ALL; first += IN_A_GROUP) {
            List<BenchAgent> group = new ArrayList<>();
            groups.add(group);
            for (BenchPhone phone : phones.subList(first, first + IN_A_GROUP)) {
                group.add(new BenchAgent(port, phone));
            }
        }
    }

    /** @param pause between two registrations of those that ask at once, in nanoseconds */
    Done run(long pause, double seconds) throws InterruptedException {
        AtomicInteger lost = new AtomicInteger();
        AtomicLong ownNanos = new AtomicLong();
        List<List<Double>> all = new ArrayList<>();
        List<Thread> threads = new ArrayList<>();
        long end = System.nanoTime() + (long) (seconds * 1e9);
        for (List<BenchAgent> group : groups) {
            List<Double> took = new ArrayList<>();
            all.add(took);
            Thread thread = new Thread(() -> {
                ask(group, end, pause, took, lost);
                ownNanos.addAndGet(ManagementFactory.getThreadMXBean().getCurrentThreadCpuTime());
            });
            threads.add(thread);
            thread.start();
        }
        for (Thread thread : threads) {
            thread.join();
        }
        List<Double> millis = new ArrayList<>();
        all.forEach(millis::addAll);
        Collections.sort(millis);
        return new Done(millis.size() / seconds, lost.get(), millis, ownNanos.get() / 1e3);
    }

    /** Has each register once, and then asks for so many challenges a second for so long, and hears none of them. */
    void flood(double aSecond, double seconds) throws IOException, InterruptedException {
        List<BenchAgent> agents = groups.stream().flatMap(List::stream).toList();
        for (BenchAgent agent : agents) {
            agent.register();
        }
        long began = System.nanoTime();
        long sent = 0;
        for (long passed = 0; passed < seconds * 1e9; passed = System.nanoTime() - began) {
            while (sent < passed / 1e9 * aSecond) {
                agents.get((int) (sent++ % agents.size())).askOnly();
            }
            Thread.sleep(1);
        }
    }

    private static void ask(List<BenchAgent> agents, long end, long pause, List<Double> took, AtomicInteger lost) {
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

    @Override
    public void close() {
        groups.forEach(group -> group.forEach(BenchAgent::close));
    }
}
