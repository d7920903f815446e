package jordfell.bench;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.IntStream;
import jordfell.lab.trial.Mishap;
import jordfell.lab.trial.Trial;
import jordfell.lab.trial.Trial.Condition;

/** How often the first that is told of a fault is true: each fault, many seeds, alone, with noise and beside another. */
final class AccuracyBench {

    /** What came of the runs of one fault under one condition. */
    private static final class Sum {
        private int reached;
        private int right;
        private int told;
        private int runs;
        private int others;
        private int accused;
        private final Map<String, Integer> falseSentences = new TreeMap<>();

        private synchronized void add(Trial.Result result) {
            reached += result.reached();
            right += result.right();
            told += result.told() ? 1 : 0;
            runs++;
            others += result.others();
            accused += result.accused();
            result.falseSentences().forEach(s -> falseSentences.merge(s, 1, Integer::sum));
        }

        private double share() {
            return reached == 0 ? 100 : 100.0 * right / reached;
        }
    }

    private final Map<Condition, Map<Mishap, Sum>> sums = new EnumMap<>(Condition.class);

    AccuracyBench(int seeds) {
        List<Mishap> kinds = Mishap.all();
        record Run(Mishap kind, Condition condition, long seed) {}
        List<Run> runs = new ArrayList<>();
        for (Condition condition : Condition.values()) {
            sums.put(condition, new LinkedHashMap<>());
            kinds.forEach(kind -> sums.get(condition).put(kind, new Sum()));
            kinds.forEach(kind ->
                    IntStream.rangeClosed(1, seeds).forEach(seed -> runs.add(new Run(kind, condition, 7_000L + seed))));
        }
        runs.parallelStream()
                .forEach(run -> sums.get(run.condition())
                        .get(run.kind())
                        .add(Trial.run(run.kind(), run.condition(), run.seed())));
    }

    /** A line for each fault, then what was said that is not so. */
    List<String> table() {
        List<String> lines = new ArrayList<>();
        lines.add(String.format(
                Locale.ROOT,
                "%-27s %10s %10s %10s  %s",
                "first finding right, in %",
                "alone",
                "noise",
                "pairs",
                "false"));
        for (Mishap kind : sums.get(Condition.ALONE).keySet()) {
            lines.add(String.format(
                    Locale.ROOT,
                    "%-27s %10.1f %10.1f %10.1f  %d",
                    kind.name(),
                    of(Condition.ALONE, kind).share(),
                    of(Condition.NOISE, kind).share(),
                    100.0
                            * of(Condition.BESIDE_ANOTHER, kind).told
                            / Math.max(1, of(Condition.BESIDE_ANOTHER, kind).runs),
                    Arrays.stream(Condition.values())
                            .mapToInt(c -> of(c, kind).falseSentences.values().stream()
                                    .mapToInt(n -> n)
                                    .sum())
                            .sum()));
        }
        for (Condition condition : Condition.values()) {
            sums.get(condition)
                    .forEach((kind, sum) -> sum.falseSentences.forEach((sentence, runs) -> lines.add(
                            "false  " + kind.name() + " " + condition + " in " + runs + " runs: " + sentence)));
        }
        return lines;
    }

    private Sum of(Condition condition, Mishap kind) {
        return sums.get(condition).get(kind);
    }

    /** Of all phones that faults reach under a condition, in percent. */
    double right(Condition condition) {
        int reached =
                sums.get(condition).values().stream().mapToInt(s -> s.reached).sum();
        int right = sums.get(condition).values().stream().mapToInt(s -> s.right).sum();
        return 100.0 * right / Math.max(1, reached);
    }

    /** Runs in which both causes were named, in percent. */
    double bothNamed() {
        int runs = sums.get(Condition.BESIDE_ANOTHER).values().stream()
                .mapToInt(s -> s.runs)
                .sum();
        int told = sums.get(Condition.BESIDE_ANOTHER).values().stream()
                .mapToInt(s -> s.told)
                .sum();
        return 100.0 * told / Math.max(1, runs);
    }

    /** Phones with which nothing is wrong and of which something is told, in percent, where nothing gets lost. */
    double accused() {
        int others = sums.get(Condition.ALONE).values().stream()
                .mapToInt(s -> s.others)
                .sum();
        int accused = sums.get(Condition.ALONE).values().stream()
                .mapToInt(s -> s.accused)
                .sum();
        return 100.0 * accused / Math.max(1, others);
    }

    int falseSentences() {
        return sums.values().stream()
                .flatMap(m -> m.values().stream())
                .flatMap(s -> s.falseSentences.values().stream())
                .mapToInt(n -> n)
                .sum();
    }
}
