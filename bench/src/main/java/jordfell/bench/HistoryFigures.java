package jordfell.bench;

import java.nio.file.Path;

/** What a history costs. */
final class HistoryFigures implements Figures {

    @Override
    public void say(Report report, Path folder) {
        HistoryBench bench = new HistoryBench();
        double little = Double.MAX_VALUE;
        double more = Double.MAX_VALUE;
        double much = Double.MAX_VALUE;
        for (int round = 0; round < Sizes.ROUNDS; round++) {
            little = Math.min(little, bench.step(100));
            more = Math.min(more, bench.step(Sizes.SMALL));
            much = Math.min(much, bench.step(Sizes.LARGE));
        }
        report.say("step one observation with 10,000 in the past against 100", more, little, 1.2, "µs");
        report.say("step one observation with 100,000 in the past against 100", much, little, 1.2, "µs");
        double few = bench.rebuilt(Sizes.FEW);
        few = Math.min(few, bench.rebuilt(Sizes.FEW));
        report.say(
                "histories of 10,000 devices out of a day’s evidence, against 1,000",
                bench.rebuilt(Sizes.SMALL),
                few,
                12,
                "s");
    }
}
