package jordfell.bench;

import java.nio.file.Path;
import jordfell.server.fleet.PathKeeper;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.records.DeviceStore;
import jordfell.server.release.ReleaseService;

/** How long phones wait for an answer after a start on the data of many devices. */
final class StartBench {

    private final Path data;
    private final String configuration;

    /** Makes the data: so many devices, all released. */
    StartBench(Path data, int devices) {
        this.data = data;
        try (BenchServer server = new BenchServer(data)) {
            server.bean(PathKeeper.class).pause();
            ImportBench imports = new ImportBench(server);
            imports.prepare();
            imports.imported(imports.rows(devices));
            server.bean(ReleaseService.class)
                    .release(server.bean(DeviceStore.class).allIds(), "bench");
            configuration = server.bean(Jdbc.class)
                    .one(
                            "select s.token, d.mac from device d join site s on s.id = d.site_id where d.mac is not null limit 1",
                            row -> "/p/" + row.text("token") + "/" + row.text("mac") + ".korrin")
                    .orElseThrow();
        }
    }

    /** Seconds from the start to the first configuration, with the paths of all devices being looked at meanwhile. */
    double start() {
        long start = System.nanoTime();
        try (BenchServer server = new BenchServer(data)) {
            server.get(configuration);
            return (System.nanoTime() - start) / 1e9;
        }
    }
}
