package jordfell.bench;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.LongFunction;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.records.SiteStore;
import jordfell.server.release.ReleaseService;

/** How many configurations are served a second, against a static file of the same size; and how fast the preview follows. */
final class ServeBench {

    private static final int CLIENTS = 4;
    private static final long SPAN_MILLIS = 4_000;
    private static final int PREVIEWS = 200;

    private final BenchServer server;
    private final List<String> macs;
    private final String token;

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
        return body("/p/" + token + "/" + macs.get(0) + ".korrin");
    }

    /** Configurations a second. */
    double configurations() {
        return rate(i -> "/p/" + token + "/" + macs.get((int) (i % macs.size())) + ".korrin");
    }

    /** Static files a second. */
    double files(String path) {
        return rate(i -> path);
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

    private double rate(LongFunction<String> path) {
        run(path, SPAN_MILLIS / 2);
        return run(path, SPAN_MILLIS);
    }

    private double run(LongFunction<String> path, long millis) {
        AtomicLong next = new AtomicLong();
        AtomicLong done = new AtomicLong();
        long until = System.nanoTime() + millis * 1_000_000;
        List<Thread> clients = new ArrayList<>();
        for (int c = 0; c < CLIENTS; c++) {
            HttpClient http = client();
            Thread client = new Thread(() -> {
                while (System.nanoTime() < until) {
                    fetch(http, path.apply(next.getAndIncrement()));
                    done.incrementAndGet();
                }
            });
            client.start();
            clients.add(client);
        }
        clients.forEach(client -> {
            try {
                client.join();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        });
        return done.get() * 1_000.0 / millis;
    }

    /** As phones speak: HTTP/1.1 on a connection that stays. */
    private static HttpClient client() {
        return HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();
    }

    private byte[] body(String path) {
        return fetch(client(), path);
    }

    private byte[] fetch(HttpClient http, String path) {
        HttpRequest request = HttpRequest.newBuilder(URI.create(server.address() + path))
                .header("User-Agent", "Korrin K24/2.4.1")
                .build();
        try {
            HttpResponse<byte[]> response = http.send(request, HttpResponse.BodyHandlers.ofByteArray());
            if (response.statusCode() != 200) {
                throw new IllegalStateException(path + ": " + response.statusCode());
            }
            return response.body();
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }
}
