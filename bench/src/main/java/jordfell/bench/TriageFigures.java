package jordfell.bench;

import java.nio.file.Path;
import jordfell.server.fleet.PathKeeper;

/** What Triage costs. */
final class TriageFigures implements Figures {

    @Override
    public void say(Report report, Path folder) throws InterruptedException {
        report.say(
                "why 10,000 devices are held and what they share, against 5 s",
                TriageBench.findings(Sizes.SMALL),
                5,
                1,
                "s");
        double few;
        try (BenchServer server = imported(folder.resolve("triage-few"), Sizes.FEW)) {
            TriageBench.hold(server, Sizes.FEW / 2);
            few = new ListBench(server).median("/api/triage");
        }
        try (BenchServer server = imported(folder.resolve("triage-many"), Sizes.LARGE)) {
            TriageBench.hold(server, Sizes.FEW / 2);
            report.say(
                    "first rows of Triage, 100,000 devices against 1,000",
                    new ListBench(server).median("/api/triage"),
                    few,
                    1.5,
                    "ms");
            TriageBench.hold(server, Sizes.SMALL);
            report.say("what 10,000 of 100,000 share, over HTTP, against 5 s", TriageBench.shared(server), 5, 1, "s");
        }
        report.say(
                "from a registrar’s no until it is said why, the median, against 2 s",
                SentenceBench.median(folder.resolve("sentence")),
                2,
                1,
                "s");
    }

    private static BenchServer imported(Path data, int devices) {
        BenchServer server = new BenchServer(data);
        server.bean(PathKeeper.class).pause();
        ImportBench imports = new ImportBench(server);
        imports.prepare();
        imports.imported(imports.rows(devices));
        return server;
    }
}
