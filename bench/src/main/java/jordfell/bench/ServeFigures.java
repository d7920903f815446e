package jordfell.bench;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import jordfell.server.fleet.PathKeeper;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.TemplateStore;

/** What phones get when they ask, and what a release costs. */
final class ServeFigures implements Figures {

    @Override
    public void say(Report report, Path folder) throws IOException {
        try (BenchServer server = new BenchServer(folder.resolve("serve"))) {
            server.bean(PathKeeper.class).pause();
            ImportBench imports = new ImportBench(server);
            imports.prepare();
            imports.imported(imports.rows(Sizes.SERVED + Sizes.SMALL));
            List<Long> all = server.bean(DeviceStore.class).allIds();
            ServeBench serve = new ServeBench(server, all.subList(0, Sizes.SERVED));
            List<Long> ids = all.subList(Sizes.SERVED, Sizes.SERVED + Sizes.SMALL); // not released yet
            ReleaseBench release = new ReleaseBench(server);
            release.forecast(ids.subList(Sizes.SMALL - Sizes.FEW, Sizes.SMALL));
            double few = release.forecast(ids.subList(Sizes.SMALL - Sizes.FEW, Sizes.SMALL));
            report.say("forecast of 10,000 devices against 1,000", release.forecast(ids), few, 13, "s");
            double one = release.released(ids.subList(0, Sizes.FEW));
            report.say(
                    "release in waves to 5,000 devices against 1,000",
                    release.released(ids.subList(Sizes.SMALL / 2, Sizes.SMALL)),
                    one,
                    7,
                    "s");
            served(report, server, serve, folder);
            long template = server.bean(TemplateStore.class).all().get(0).id();
            server.bean(Jdbc.class).update("update device set template_id = ? where id = ?", template, ids.get(0));
            report.say(
                    "preview at the 95th percentile against 50 ms", serve.preview(ids.get(0), template), 50, 1, "ms");
        }
    }

    /** Both ways round are the same: how much a bare Tomcat writes in the time of one answer of the server’s. */
    private static void served(Report report, BenchServer server, ServeBench serve, Path folder) {
        LoadClient client = new LoadClient(folder);
        try (BareTomcat bare = new BareTomcat(folder.resolve("bare"), serve.configuration())) {
            for (boolean unchanged : List.of(false, true)) {
                List<LoadClient.Asked> asked = serve.asked(unchanged);
                double most = client.rate(bare.address(), asked);
                double served = client.rate(server.address(), asked);
                report.say(
                        "a bare Tomcat’s answers in the time of one "
                                + (unchanged ? "“unchanged”" : "fresh configuration"),
                        most,
                        served,
                        2,
                        "a second");
            }
        }
        double scripts = client.rate(server.address(), List.of(serve.script()));
        report.say("the screens’ largest script, against 1,000 a second", 1_000, scripts, 1, "a second");
    }
}
