package jordfell.bench;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.records.SiteStore;
import jordfell.server.release.ReleaseService;

/** Configurations to be asked for, by phones that have them and by phones that have not; and how fast the preview follows. */
final class ServeBench {

    private static final int PREVIEWS = 200;

    private final BenchServer server;
    private final List<String> macs;
    private final String token;
    private final HttpClient http =
            HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();

    /** @param devices ids of devices that are to be served; their configurations are released first */
    ServeBench(BenchServer server, List<Long> devices) {
        this.server = server;
        server.bean(ReleaseService.class).release(devices, "bench");
        this.macs = server.bean(Jdbc.class)
                .listOf("select mac from device where id = any(?)", row -> row.text("mac"), devices);
        this.token = server.bean(SiteStore.class).all().stream()
                .filter(s -> s.name().equals("Eskvik Pier"))
                .findFirst()
                .orElseThrow()
                .token();
    }

    /** The bytes of one configuration. */
    byte[] configuration() {
        return fetch("/p/" + token + "/" + macs.get(0) + ".korrin").body();
    }

    /** All configurations, to be asked for by phones that have none, or by phones that have the present one. */
    List<LoadClient.Asked> asked(boolean unchanged) {
        return macs.stream()
                .map(mac -> "/p/" + token + "/" + mac + ".korrin")
                .map(path -> new LoadClient.Asked(path, unchanged ? tag(path) : ""))
                .toList();
    }

    private String tag(String path) {
        return fetch(path).headers().firstValue("ETag").orElseThrow().replace("\"", "");
    }

    /** The largest of the screens’ scripts. */
    LoadClient.Asked script() {
        String page = new String(fetch("/").body(), StandardCharsets.UTF_8);
        Matcher script = Pattern.compile("/assets/[^\"]+\\.js").matcher(page);
        if (!script.find()) {
            throw new IllegalStateException("the page names no script: " + page);
        }
        return new LoadClient.Asked(script.group(), "");
    }

    /** Milliseconds of a preview at the 95th percentile, as if somebody typed. */
    double preview(long deviceId, long templateId) {
        double[] times = new double[PREVIEWS];
        for (int i = -50; i < PREVIEWS; i++) {
            String body = "{\"layer\":\"TEMPLATE\",\"owner\":\"" + templateId
                    + "\",\"key\":\"registration.local-port\",\"value\":\"= 20000 + " + (i + 100)
                    + " + int(extension.number) % 1000\"}";
            long start = System.nanoTime();
            server.text("POST", "/api/devices/" + deviceId + "/preview", body);
            if (i >= 0) {
                times[i] = (System.nanoTime() - start) / 1e6;
            }
        }
        Arrays.sort(times);
        return times[PREVIEWS * 95 / 100];
    }

    private HttpResponse<byte[]> fetch(String path) {
        HttpRequest request = HttpRequest.newBuilder(URI.create(server.address() + path))
                .header("User-Agent", "Korrin K24/2.4.1")
                .build();
        try {
            HttpResponse<byte[]> response = http.send(request, HttpResponse.BodyHandlers.ofByteArray());
            if (response.statusCode() != 200) {
                throw new IllegalStateException(path + ": " + response.statusCode());
            }
            return response;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }
}
