package jordfell.bench;

import java.nio.file.Path;
import java.time.Duration;

/** What the application takes of the processor while nobody asks it anything and the demo’s phones live their lives. */
final class RestBench {

    /** What the compiler takes falls as time goes on: by then it has seen nearly all that is done at rest. */
    private static final Duration SETTLING = Duration.ofMinutes(30);

    private static final Duration MEASURED = Duration.ofMinutes(2);

    private RestBench() {}

    /** Of one core, from 0 to 1. */
    static double share(Path data) throws InterruptedException {
        try (BenchServer server = BenchServer.withItsPast(data)) {
            server.get("/api/session");
            Thread.sleep(SETTLING.toMillis());
            double before = Cpu.micros();
            Thread.sleep(MEASURED.toMillis());
            return (Cpu.micros() - before) / 1e3 / MEASURED.toMillis();
        }
    }
}
