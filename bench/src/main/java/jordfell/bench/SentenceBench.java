package jordfell.bench;

import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** How long it takes from what shows why a phone has no dial tone until whoever looks at it is told. */
final class SentenceBench {

    private static final int PHONES = 15;
    private static final Duration PATIENCE = Duration.ofSeconds(60);
    private static final long LOOKS_MILLIS = 20;

    private SentenceBench() {}

    /** Median seconds from the registrar’s no to a password that somebody typed wrongly until it is said. */
    static double median(Path data) throws InterruptedException {
        try (BenchServer server = BenchServer.withItsPast(data)) {
            InstantSource clock = server.bean(InstantSource.class);
            List<Double> seconds = new ArrayList<>();
            JsonNode rows = read(server, "/api/devices?condition=CARRYING").path("rows");
            for (JsonNode row : rows) {
                String mac = row.path("mac").asString();
                if (seconds.size() < PHONES && mac.matches("[0-9A-F-]{17}") && isTyped(server, mac)) {
                    told(server, clock, row.path("id").asLong(), seconds);
                }
            }
            if (seconds.isEmpty()) {
                throw new IllegalStateException("no phone of the demo was told anything of");
            }
            seconds.sort(Double::compare);
            return seconds.get(seconds.size() / 2);
        }
    }

    /** Somebody types a wrong password; false for what is no phone of the Lab, or has no such line. */
    private static boolean isTyped(BenchServer server, String mac) {
        try {
            server.text("POST", "/api/lab/phones/" + mac + "/mistype", "{\"way\":\"CAPITALS\",\"line\":1,\"keep\":0}");
            return true;
        } catch (IllegalStateException refused) {
            return false;
        }
    }

    private static void told(BenchServer server, InstantSource clock, long device, List<Double> seconds)
            throws InterruptedException {
        long until = System.nanoTime() + PATIENCE.toNanos();
        while (System.nanoTime() < until) {
            for (JsonNode finding : read(server, "/api/devices/" + device).path("findings")) {
                if (finding.path("cause").asString().equals("wrong-password")) {
                    Instant shown = Instant.parse(finding.path("since").asString());
                    seconds.add(Duration.between(shown, clock.instant()).toMillis() / 1e3);
                    return;
                }
            }
            Thread.sleep(LOOKS_MILLIS);
        }
    }

    private static JsonNode read(BenchServer server, String path) {
        return JsonMapper.shared().readTree(server.get(path));
    }
}
