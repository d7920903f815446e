package jordfell.bench;

import java.nio.file.Path;
import jordfell.lab.trial.Trial.Condition;

/** Of what cannot be said in times: what is missing to all, and how often something is told that is not so. */
final class AccuracyFigures implements Figures {

    private final int seeds;

    /** @param seeds with so many each fault is tried */
    AccuracyFigures(int seeds) {
        this.seeds = seeds;
    }

    @Override
    public void say(Report report, Path folder) {
        AccuracyBench bench = new AccuracyBench(seeds);
        bench.table().forEach(report::add);
        report.say("first findings that are wrong, alone, against 1 %", 100 - bench.right(Condition.ALONE), 1, 1, "%");
        report.say(
                "first findings that are wrong, with noise, against 3 %",
                100 - bench.right(Condition.NOISE), 3, 1, "%");
        report.say("pairs of which not both are named, against 5 %", 100 - bench.bothNamed(), 5, 1, "%");
        report.say("phones that are well and told something of, against 0.1 %", bench.accused(), 0.1, 1, "%");
        report.say("false sentences, against none", bench.falseSentences(), 1, 0.5, "");
    }
}
