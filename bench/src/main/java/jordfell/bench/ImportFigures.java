package jordfell.bench;

import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import jordfell.core.intake.IntakeRow;
import jordfell.server.fleet.PathKeeper;

/** What an import costs, and the lists after it. */
final class ImportFigures implements Figures {

    @Override
    public void say(Report report, Path folder) {
        Map<String, Double> few;
        try (BenchServer server = new BenchServer(folder.resolve("few"))) {
            server.bean(PathKeeper.class).pause();
            ImportBench imports = new ImportBench(server);
            imports.prepare();
            imports.imported(imports.rows(1_000));
            few = lists(server);
        }
        try (BenchServer server = new BenchServer(folder.resolve("many"))) {
            server.bean(PathKeeper.class).pause();
            ImportBench imports = new ImportBench(server);
            imports.prepare();
            imports.bare(Sizes.SMALL);
            imports.imported(imports.rows(2_000));
            double bare = Math.min(imports.bare(Sizes.SMALL), imports.bare(Sizes.SMALL));
            double small = imports.imported(imports.rows(Sizes.SMALL));
            List<IntakeRow> many = imports.rows(Sizes.LARGE);
            double large = imports.imported(many);
            report.say("import of 10,000 rows against a bare insert", small, bare, 4, "s");
            report.say("import of 100,000 rows against one of 10,000", large, small, 12, "s");
            Map<String, Double> all = lists(server);
            all.forEach((name, time) -> report.say(
                    name + ", 100,000 devices against 1,000",
                    time,
                    few.get(name),
                    name.startsWith("first") ? 1.5 : 3,
                    "ms"));
        }
    }

    private static Map<String, Double> lists(BenchServer server) {
        ListBench bench = new ListBench(server);
        Map<String, Double> times = new LinkedHashMap<>();
        times.put("first rows of the Fleet", bench.median("/api/devices"));
        times.put("first rows of the extensions", bench.median("/api/extensions?domainId=1"));
        times.put("first rows of the people", bench.median("/api/people?domainId=1"));
        times.put("search by MAC fragment", bench.median("/api/devices?q=00-01-F"));
        times.put("search by extension", bench.median("/api/devices?q=1000123"));
        times.put("search by name in the Fleet", bench.median("/api/devices?q=1000456%20exam"));
        times.put("search by name in the Roster", bench.median("/api/people?domainId=1&q=1000456"));
        times.put("search by number in the Roster", bench.median("/api/extensions?domainId=1&q=1000456"));
        return times;
    }
}
