package jordfell.bench;

import java.nio.file.Path;
import java.time.Duration;
import java.util.Locale;

/** Ten minutes of a usual day of 100,000 phones; fewer minutes while something is looked for. */
final class TrafficFigures implements Figures {

    @Override
    public void say(Report report, Path folder) {
        int devices = Integer.getInteger("jordfell.bench.devices", Sizes.LARGE);
        Duration length = Duration.ofMinutes(Integer.getInteger("jordfell.bench.minutes", 10));
        try (BenchServer server = new BenchServer(folder.resolve("traffic"))) {
            TrafficBench bench = new TrafficBench(server, devices);
            bench.comeUp();
            TrafficBench.Result result = bench.play(length);
            String of = String.format(Locale.ROOT, "%,d phones: ", devices);
            report.say(of + "observations lost, of " + result.seen(), (double) result.lost(), 1, 0, "");
            report.say(of + "path behind at the 99th percentile, against 1 s", result.lagMillis(), 1_000, 1, "ms");
            report.say(of + "heap in use, against 2 GB", result.heapMegabytes(), 2_000, 1, "MB");
            report.say(of + "processor, against one core", result.cores(), 1, 1, "cores");
            report.say(of + "passwords opened, against 1 s", bench.opening(), 1_000, 1, "ms");
            report.add("told    path behind, minute by minute, in ms: " + result.lagByMinute());
            double perDay = (double) Duration.ofDays(1).toMinutes() / length.toMinutes();
            report.add(String.format(
                    Locale.ROOT,
                    "told    the evidence grew by %.0f MB and %.0f episodes in %d minutes: %.1f GB a day, %.0f GB in 14 days",
                    result.megabytes(),
                    result.rows(),
                    length.toMinutes(),
                    result.megabytes() * perDay / 1_000,
                    result.megabytes() * perDay * 14 / 1_000));
        }
    }
}
