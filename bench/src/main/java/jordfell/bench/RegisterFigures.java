package jordfell.bench;

import java.io.IOException;
import java.nio.file.Path;

/** What a registration costs. */
final class RegisterFigures implements Figures {

    @Override
    public void say(Report report, Path folder) throws IOException, InterruptedException {
        RegisterBench bench = new RegisterBench();
        BenchAgents.Done echoed = bench.echoed();
        BenchAgents.Done top = bench.registered(0);
        report.say("echoes in the time of one registration", echoed.aSecond(), top.aSecond(), 1 / 0.6, "a second");
        long pause = (long) (BenchAgents.AT_ONCE * 2e9 / top.aSecond());
        BenchAgents.Done half = bench.registered(pause);
        report.say("lost at half of that rate, against none", half.lost(), 1, 0.5, "");
        report.say("99th percentile at half of that rate against its median", half.p99(), half.median(), 5, "ms");
        report.say(
                "back to usual after three times that rate, against 2 s",
                bench.recovery(top.aSecond(), half),
                2,
                1,
                "s");
        observing(report, folder);
    }

    /** What it costs to observe a registration against what it costs to be registered. */
    private static void observing(Report report, Path folder) throws IOException, InterruptedException {
        try (BenchServer server = new BenchServer(folder.resolve("observing"))) {
            TrafficBench traffic = new TrafficBench(server, 2 * BenchAgents.ALL);
            traffic.fetch();
            double registered = new RegisterBench(traffic.phones(), RegisterBench.NOBODY).cost(() -> {});
            double observed = new RegisterBench(traffic.phones(), traffic.log()).cost(traffic::settled);
            report.say(
                    "a registration’s observing against its registering", observed - registered, registered, 1, "µs");
            report.say(
                    "lost of what was observed, against none",
                    (double) traffic.log().lost(),
                    1,
                    0.5,
                    "");
        }
    }
}
