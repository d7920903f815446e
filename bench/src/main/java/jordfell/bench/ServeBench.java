package jordfell.bench;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jordfell.core.provision.FetchPassword;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.records.SiteStore;
import jordfell.server.release.ReleaseService;
import jordfell.server.security.Sealer;

/** Configurations to be asked for, by phones that have them and by phones that have not; and how fast the preview follows. */
final class ServeBench {

    private static final int PREVIEWS = 200;

    private final BenchServer server;
    private final List<Phone> phones;
    private final HttpClient http =
            HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();

    /** @param devices ids of devices that are to be served; their configurations are released first */
    ServeBench(BenchServer server, List<Long> devices) {
        this.server = server;
        server.bean(ReleaseService.class).release(devices, "bench");
        String token = server.bean(SiteStore.class).all().stream()
                .filter(site -> site.name().equals("Eskvik Pier"))
                .findFirst()
                .orElseThrow()
                .token();
        Sealer sealer = server.bean(Sealer.class);
        this.phones = server.bean(Jdbc.class)
                .listOf(
                        "select d.id, d.mac from unnest(cast(? as bigint array)) as u(i) join device d on d.id = u.i",
                        row -> new Phone(
                                "/p/" + token + "/" + row.text("mac") + ".korrin",
                                basic(FetchPassword.of(row.number("id"), sealer.derive("fetch:" + row.number("id"))))),
                        devices);
    }

    /** A device as it asks: with the name and password of its own that its first file brought. */
    private record Phone(String path, String credentials) {}

    private static String basic(FetchPassword own) {
        return Base64.getEncoder().encodeToString((own.user() + ":" + own.password()).getBytes(StandardCharsets.UTF_8));
    }

    /** The bytes of one configuration. */
    byte[] configuration() {
        return fetch(phones.get(0).path(), phones.get(0).credentials()).body();
    }

    /**
     * All configurations, to be asked for by phones that have none, or by phones that have the present one. Each was fetched
     * before: the first time is written down, and is not what phones do all day.
     */
    List<LoadClient.Asked> asked(boolean unchanged) {
        return phones.stream()
                .map(phone -> {
                    String tag = tag(phone);
                    return new LoadClient.Asked(phone.path(), unchanged ? tag : "", phone.credentials());
                })
                .toList();
    }

    /** The first phonebook of all of them, in the same ways. */
    List<LoadClient.Asked> books(boolean unchanged) {
        return phones.stream()
                .map(phone -> new Phone(phone.path().replace(".korrin", ".book-1"), phone.credentials()))
                .map(phone -> {
                    String tag = tag(phone);
                    return new LoadClient.Asked(phone.path(), unchanged ? tag : "", phone.credentials());
                })
                .toList();
    }

    /** The bytes of one phonebook. */
    byte[] book() {
        return fetch(
                        phones.get(0).path().replace(".korrin", ".book-1"),
                        phones.get(0).credentials())
                .body();
    }

    private String tag(Phone phone) {
        return fetch(phone.path(), phone.credentials())
                .headers()
                .firstValue("ETag")
                .orElseThrow()
                .replace("\"", "");
    }

    /** The largest of the screens’ scripts. */
    LoadClient.Asked script() {
        String page = new String(fetch("/", "").body(), StandardCharsets.UTF_8);
        Matcher script = Pattern.compile("/assets/[^\"]+\\.js").matcher(page);
        if (!script.find()) {
            throw new IllegalStateException("the page names no script: " + page);
        }
        return new LoadClient.Asked(script.group(), "", "");
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

    private HttpResponse<byte[]> fetch(String path, String credentials) {
        HttpRequest.Builder builder =
                HttpRequest.newBuilder(URI.create(server.address() + path)).header("User-Agent", "Korrin K24/2.4.1");
        HttpRequest request =
                (credentials.isEmpty() ? builder : builder.header("Authorization", "Basic " + credentials)).build();
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
