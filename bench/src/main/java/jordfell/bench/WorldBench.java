package jordfell.bench;

import java.lang.management.ManagementFactory;
import java.time.Duration;
import jordfell.lab.run.FleetPlan;
import jordfell.lab.run.FleetRun;

/** How fast a whole world runs on its virtual clock: phones that register and refresh. */
final class WorldBench {

    private static final int EXPIRY_SECONDS = 3_600;
    private static final int REFRESH_PERCENT = 80;

    /**
     * What it took.
     *
     * @param events how many things happened in the world
     * @param registered how many phones were registered at the end
     */
    record Result(double seconds, long events, int registered, double megabytes) {

        double microsAnEvent() {
            return seconds * 1e6 / events;
        }
    }

    private WorldBench() {}

    /** Phones that get power at the same moment, and so much of their time. */
    static Result run(int phones, Duration time) {
        FleetRun run = new FleetRun(new FleetPlan(phones, EXPIRY_SECONDS, REFRESH_PERCENT, 30, 60, 2, 0, 1));
        run.powerAll();
        long before = System.nanoTime();
        run.run(time);
        double seconds = (System.nanoTime() - before) / 1e9;
        System.gc();
        double heap = ManagementFactory.getMemoryMXBean().getHeapMemoryUsage().getUsed() / 1e6;
        return new Result(seconds, run.events(), run.registered(), heap);
    }
}
