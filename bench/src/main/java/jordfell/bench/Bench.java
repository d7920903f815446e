package jordfell.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.util.FileSystemUtils;

/** Runs all benchmarks, or some, and says for each figure what was promised and what was measured. */
public final class Bench {

    /** Each fault is tried with so many seeds. */
    private static final int SEEDS = 20;

    private static final String ACCURACY = "accuracy";

    private static final Map<String, Figures> USUAL = new LinkedHashMap<>();

    static {
        USUAL.put("render", new RenderFigures());
        USUAL.put("history", new HistoryFigures());
        USUAL.put("calls", new CallFigures());
        USUAL.put("flood", new FloodFigures());
        USUAL.put("capture", new CaptureFigures());
        USUAL.put("world", new WorldFigures());
        USUAL.put("register", new RegisterFigures());
        USUAL.put("serve", new ServeFigures());
        USUAL.put("directory", new DirectoryFigures());
        USUAL.put("import", new ImportFigures());
        USUAL.put("traffic", new TrafficFigures());
        USUAL.put("start", new StartFigures());
        USUAL.put("triage", new TriageFigures());
    }

    private Bench() {}

    /**
     * Measures, says what came of it, and ends with 1 where a promise is not kept.
     *
     * @param args one part by its name, or nothing for all but those that take half an hour
     */
    public static void main(String[] args) throws IOException, InterruptedException {
        Map<String, Figures> parts = parts(args.length == 0 ? "all" : args[0]);
        if (parts.isEmpty()) {
            System.err.println("No figures are called " + args[0] + "; there are "
                    + USUAL.keySet().stream().collect(Collectors.joining(", ")) + ", rest, " + ACCURACY + " and "
                    + ACCURACY + "3 with three seeds.");
            System.exit(2);
        }
        Report report = new Report(System.out::println);
        for (Map.Entry<String, Figures> part : parts.entrySet()) {
            Path folder = Files.createTempDirectory("jordfell-bench-" + part.getKey());
            try {
                part.getValue().say(report, folder);
            } finally {
                FileSystemUtils.deleteRecursively(folder);
            }
        }
        System.exit(report.isKept() ? 0 : 1);
    }

    private static Map<String, Figures> parts(String name) {
        if (name.equals("all")) {
            return USUAL;
        }
        if (name.equals("rest")) {
            return Map.of(name, new RestFigures());
        }
        if (name.matches(ACCURACY + "[1-9]?[0-9]?")) {
            String seeds = name.substring(ACCURACY.length());
            return Map.of(name, new AccuracyFigures(seeds.isEmpty() ? SEEDS : Integer.parseInt(seeds)));
        }
        return USUAL.containsKey(name) ? Map.of(name, USUAL.get(name)) : Map.of();
    }
}
