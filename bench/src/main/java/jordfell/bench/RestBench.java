package jordfell.bench;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;

/** What the application takes of the processor while nobody asks it anything and the demo’s phones live their lives. */
final class RestBench {

    /**
     * What the compiler takes falls as time goes on, by half whenever the application has run twice as long: by then it has
     * seen nearly all that is done at rest.
     */
    private static final Duration SETTLING = Duration.ofMinutes(60);

    /** Some of it is done every few minutes. */
    private static final Duration MEASURED = Duration.ofMinutes(6);

    private static final Path THREADS = Path.of("/proc/self/task");

    /** Clock ticks of the kernel’s counts, in a second (proc(5)). */
    private static final double TICKS = 100;

    private static final int MOST_TOLD = 12;

    /**
     * What was taken.
     *
     * @param share of one core, from 0 to 1
     * @param threads which threads took most of it, in percent of a core
     */
    record Result(double share, List<String> threads) {}

    private RestBench() {}

    static Result run(Path data) throws InterruptedException {
        try (BenchServer server = BenchServer.withItsPast(data)) {
            server.get("/api/session");
            Thread.sleep(SETTLING.toMillis());
            Map<String, Long> ticks = ticks();
            double before = Cpu.micros();
            Thread.sleep(MEASURED.toMillis());
            double share = (Cpu.micros() - before) / 1e3 / MEASURED.toMillis();
            Map<String, Long> after = ticks();
            return new Result(
                    share,
                    after.entrySet().stream()
                            .map(e -> Map.entry(e.getKey(), e.getValue() - ticks.getOrDefault(e.getKey(), 0L)))
                            .sorted(Map.Entry.<String, Long>comparingByValue().reversed())
                            .limit(MOST_TOLD)
                            .map(e -> String.format(
                                    Locale.ROOT,
                                    "%s %.2f %%",
                                    e.getKey(),
                                    100 * e.getValue() / TICKS / MEASURED.toSeconds()))
                            .toList());
        }
    }

    /** What each thread of this process took so far, by its name; nothing where the system does not tell. */
    private static Map<String, Long> ticks() {
        Map<String, Long> ticks = new HashMap<>();
        if (!Files.isDirectory(THREADS)) {
            return ticks;
        }
        try (Stream<Path> threads = Files.list(THREADS)) {
            threads.forEach(thread -> add(thread, ticks));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return ticks;
    }

    private static void add(Path thread, Map<String, Long> ticks) {
        try {
            String stat = Files.readString(thread.resolve("stat"));
            String[] fields = stat.substring(stat.lastIndexOf(')') + 2).split(" ");
            String name = stat.substring(stat.indexOf('(') + 1, stat.lastIndexOf(')'));
            ticks.merge(name, Long.parseLong(fields[11]) + Long.parseLong(fields[12]), Long::sum);
        } catch (IOException e) {
            // It ended meanwhile.
        }
    }
}
