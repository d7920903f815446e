package jordfell.bench;

import java.util.Arrays;

/** How long lists and searches take over HTTP: the median of many requests. */
final class ListBench {

    private static final int WARM = 40;
    private static final int MEASURED = 41;

    private final BenchServer server;

    ListBench(BenchServer server) {
        this.server = server;
    }

    /** Median milliseconds of one request. */
    double median(String path) {
        for (int i = 0; i < WARM; i++) {
            server.get(path);
        }
        double[] times = new double[MEASURED];
        for (int i = 0; i < MEASURED; i++) {
            long start = System.nanoTime();
            server.get(path);
            times[i] = (System.nanoTime() - start) / 1e6;
        }
        Arrays.sort(times);
        return times[MEASURED / 2];
    }
}
