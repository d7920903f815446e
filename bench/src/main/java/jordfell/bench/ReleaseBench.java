package jordfell.bench;

import java.util.List;
import jordfell.server.release.ReleaseService;

/** How long it takes to say what a release would do, and to make it. */
final class ReleaseBench {

    private final BenchServer server;

    ReleaseBench(BenchServer server) {
        this.server = server;
    }

    /** Seconds until it is said what a release to these devices would do. */
    double forecast(List<Long> devices) {
        long start = System.nanoTime();
        server.text("POST", "/api/releases/impact", "{\"deviceIds\":" + devices + "}");
        return (System.nanoTime() - start) / 1e9;
    }

    /** Seconds until a release to these devices is made. */
    double released(List<Long> devices) {
        long start = System.nanoTime();
        server.bean(ReleaseService.class).release(devices, "bench");
        return (System.nanoTime() - start) / 1e9;
    }
}
