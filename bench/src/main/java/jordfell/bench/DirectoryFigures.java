package jordfell.bench;

import java.nio.file.Path;
import java.util.List;
import jordfell.server.fleet.PathKeeper;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.records.DeviceStore;

/** What phonebooks cost. */
final class DirectoryFigures implements Figures {

    @Override
    public void say(Report report, Path folder) {
        DirectoryBench bench = new DirectoryBench();
        double written = Double.MAX_VALUE;
        double bare = Double.MAX_VALUE;
        for (int round = 0; round < 2 * Sizes.ROUNDS; round++) {
            bare = Math.min(bare, bench.bare());
            written = Math.min(written, bench.written());
        }
        report.say("a phonebook of 10,000 out of the roster against the bare body", written, bare, 3, "s");
        try (BenchServer server = new BenchServer(folder.resolve("directory"))) {
            server.bean(PathKeeper.class).pause();
            ImportBench imports = new ImportBench(server);
            imports.prepare();
            imports.imported(imports.rows(Sizes.SMALL));
            server.bean(Jdbc.class).update("update model set phonebook = ?", Sizes.SMALL);
            long quay = DirectoryBench.published(server);
            List<Long> all = server.bean(DeviceStore.class).allIds();
            ServeBench serve = new ServeBench(server, all.subList(0, Sizes.SERVED));
            report.say(
                    "a change of one of 10,000 people until it is shown, against 100 ms",
                    DirectoryBench.shown(server, quay, 1),
                    100,
                    1,
                    "ms");
            LoadClient client = new LoadClient(folder);
            double configurations = client.rate(server.address(), serve.asked(true));
            double phonebooks = client.rate(server.address(), serve.books(true));
            report.say(
                    "“unchanged” configurations in the time of one phonebook",
                    configurations,
                    phonebooks,
                    1.1,
                    "a second");
            double beside = DirectoryBench.megabytes(server, serve.asked(false).subList(0, Sizes.FEW));
            double held = DirectoryBench.megabytes(server, serve.books(false).subList(0, Sizes.FEW));
            report.say(
                    "heap while 1,000 take a phonebook, beyond configurations, against one copy",
                    Math.max(0, held - beside),
                    serve.book().length / 1e6,
                    1,
                    "MB");
        }
    }
}
