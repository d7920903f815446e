package jordfell.bench;

import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.function.Consumer;
import jordfell.server.JordfellServer;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.PayloadApplicationEvent;

/** The real server on free ports with a database file of its own, and somebody signed in to it over HTTP. */
final class BenchServer implements AutoCloseable {

    private final ConfigurableApplicationContext context;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http =
            HttpClient.newBuilder().cookieHandler(cookies).build();
    private final String address;

    BenchServer(Path data) {
        this(data, false);
    }

    /** One that has played the demo’s day, with its phones. */
    static BenchServer withItsPast(Path data) {
        return new BenchServer(data, true);
    }

    private BenchServer(Path data, boolean past) {
        context = new SpringApplication(JordfellServer.class)
                .run(
                        "--server.port=0",
                        "--jordfell.data=" + data,
                        "--jordfell.demo=true",
                        "--jordfell.past=" + past,
                        "--jordfell.sip-port=0",
                        "--jordfell.tftp-port=0",
                        "--jordfell.fetches-per-second=1000000",
                        "--logging.level.root=ERROR",
                        "--logging.level.jordfell=ERROR");
        address = "http://127.0.0.1:" + context.getEnvironment().getProperty("local.server.port");
        send("GET", "/api/session", new byte[0], "application/json");
        text("POST", "/api/session", "{\"login\":\"lena\",\"password\":\"lantern-harbour-41\"}");
        send("GET", "/api/session", new byte[0], "application/json");
    }

    String address() {
        return address;
    }

    /** Hears what the application tells itself. */
    <T> void onEvent(Class<T> type, Consumer<T> listener) {
        context.addApplicationListener(event -> {
            if (event instanceof PayloadApplicationEvent<?> told && type.isInstance(told.getPayload())) {
                listener.accept(type.cast(told.getPayload()));
            }
        });
    }

    <T> T bean(Class<T> type) {
        return context.getBean(type);
    }

    String get(String path) {
        return send("GET", path, new byte[0], "application/json");
    }

    String text(String method, String path, String json) {
        return send(method, path, json.getBytes(StandardCharsets.UTF_8), "application/json");
    }

    String file(String path, byte[] bytes) {
        return send("PUT", path, bytes, "application/octet-stream");
    }

    private String send(String method, String path, byte[] body, String type) {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(address + path))
                .method(method, HttpRequest.BodyPublishers.ofByteArray(body))
                .header("Content-Type", type);
        cookies.getCookieStore().getCookies().stream()
                .filter(c -> c.getName().equals("XSRF-TOKEN"))
                .forEach(c -> request.header("X-XSRF-TOKEN", c.getValue()));
        try {
            HttpResponse<String> response = http.send(request.build(), HttpResponse.BodyHandlers.ofString());
            if (response.statusCode() >= 400 && !path.equals("/api/session")) {
                throw new IllegalStateException(method + " " + path + ": " + response.statusCode() + " "
                        + response.body()
                                .substring(0, Math.min(500, response.body().length())));
            }
            return response.body();
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    @Override
    public void close() {
        context.close();
    }
}
