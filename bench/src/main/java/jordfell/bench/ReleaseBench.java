package jordfell.bench;

import java.util.List;
import java.util.Optional;
import jordfell.core.waves.WavePlan;
import jordfell.core.waves.WaveWatch;
import jordfell.server.release.ReleaseService;
import jordfell.server.release.ReleaseService.WaveWish;

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

    /** Seconds until a release to these devices in two waves is made. */
    double released(List<Long> devices) {
        List<WaveWish> waves = List.of(
                wave(new WavePlan.Part.These(devices.subList(0, 1)), WaveWatch.Starts.BY_HAND),
                wave(new WavePlan.Part.Rest(), WaveWatch.Starts.BY_HAND));
        long start = System.nanoTime();
        server.bean(ReleaseService.class).release(devices, "bench", waves, ReleaseService.Consents.NONE);
        return (System.nanoTime() - start) / 1e9;
    }

    private static WaveWish wave(WavePlan.Part part, WaveWatch.Starts starts) {
        return new WaveWish("bench", part, starts, Optional.empty(), 10);
    }
}
