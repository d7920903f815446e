package jordfell.server.support;

import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BooleanSupplier;
import jordfell.server.JordfellServer;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * The real server on free ports with a database in memory: the demo's places and people, and no device yet. Started once
 * and shared, as tests keep to MACs and extensions of their own.
 */
public final class RunningServer {

    private static final AtomicInteger COUNTER = new AtomicInteger();
    private static @Nullable RunningServer shared;

    private final @Nullable ConfigurableApplicationContext context;
    private final String address;

    private RunningServer(@Nullable ConfigurableApplicationContext context, String address) {
        this.context = context;
        this.address = address;
    }

    /** A server that runs in a process of its own. */
    public static RunningServer at(String address) {
        return new RunningServer(null, address);
    }

    private RunningServer(String... arguments) {
        SpringApplication application = new SpringApplication(JordfellServer.class);
        application.setDefaultProperties(Map.of());
        List<String> all = new ArrayList<>(
                List.of("--server.port=0", "--jordfell.demo=true", "--jordfell.sip-port=0", "--jordfell.tftp-port=0"));
        all.addAll(List.of(arguments));
        context = application.run(all.toArray(String[]::new));
        address = "http://127.0.0.1:" + context.getEnvironment().getProperty("local.server.port");
    }

    private static RunningServer inMemory() {
        return inMemory("--jordfell.past=false");
    }

    private static RunningServer inMemory(String past) {
        return new RunningServer(
                past,
                "--spring.datasource.url=jdbc:h2:mem:t" + COUNTER.incrementAndGet()
                        + ";DB_CLOSE_DELAY=-1;QUERY_CACHE_SIZE=512;OPTIMIZE_REUSE_RESULTS=0",
                "--jordfell.data=mem:test");
    }

    /** A server on the data of this place. */
    public static RunningServer on(Path data) {
        return new RunningServer("--jordfell.past=false", "--jordfell.data=" + data);
    }

    public static synchronized RunningServer shared() {
        if (shared == null) {
            shared = inMemory();
        }
        return shared;
    }

    /** A server of its own, for what would be in the way of others. */
    public static synchronized RunningServer fresh() {
        return inMemory();
    }

    /** A server of its own with all of the demo: its devices, and three hours of their past. */
    public static RunningServer demo() {
        return inMemory("--jordfell.past=true");
    }

    public void close() {
        if (context != null) {
            context.close();
        }
    }

    public <T> T bean(Class<T> type) {
        if (context == null) {
            throw new IllegalStateException("this server runs elsewhere");
        }
        return context.getBean(type);
    }

    public String address() {
        return address;
    }

    /** Somebody at a browser, signed in. */
    public Client signedIn(String login, String password) {
        Client client = new Client();
        client.get("/api/session");
        Answer answer = client.post("/api/session", Map.of("login", login, "password", password));
        if (answer.status() != 200) {
            throw new IllegalStateException("sign-in failed: " + answer);
        }
        client.get("/api/session");
        return client;
    }

    public Client lead() {
        return signedIn("lena", "lantern-harbour-41");
    }

    public Client technician() {
        return signedIn("mats", "slipway-copper-27");
    }

    public Client viewer() {
        return signedIn("oona", "gangway-heron-63");
    }

    public Client stranger() {
        return new Client();
    }

    /** An answer; the body is a missing node where there was none. */
    public record Answer(int status, HttpResponse<String> response) {
        public JsonNode json() {
            return response.body().isEmpty()
                    ? JsonMapper.shared().createObjectNode()
                    : JsonMapper.shared().readTree(response.body());
        }

        /** What is wrong at this field, as {@code reason hint}; empty text if nothing is. */
        public String problemAt(String pointer) {
            for (JsonNode field : json().path("fields")) {
                if (field.path("pointer").asString().equals(pointer)) {
                    return field.path("reason").asString() + " "
                            + field.path("hint").asString();
                }
            }
            return "";
        }

        @Override
        public String toString() {
            return status + " " + response.body();
        }
    }

    /** One browser's requests: keeps cookies and repeats the one that shows it is no other site's page. */
    public final class Client {

        private final CookieManager cookies = new CookieManager();
        private final HttpClient http =
                HttpClient.newBuilder().cookieHandler(cookies).build();

        public Answer get(String path) {
            return send("GET", path, null);
        }

        /** A file as it is sent. */
        public byte[] bytes(String path) {
            try {
                HttpResponse<byte[]> response = http.send(
                        HttpRequest.newBuilder(URI.create(address() + path)).build(),
                        HttpResponse.BodyHandlers.ofByteArray());
                if (response.statusCode() != 200) {
                    throw new IllegalStateException(path + ": " + response.statusCode());
                }
                return response.body();
            } catch (java.io.IOException e) {
                throw new java.io.UncheckedIOException(e);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new IllegalStateException(e);
            }
        }

        public Answer post(String path, Object body) {
            return send("POST", path, body);
        }

        public Answer put(String path, Object body) {
            return send("PUT", path, body);
        }

        /** The same with one more header. */
        public Answer put(String path, Object body, String header, String value) {
            return send(
                    "PUT",
                    path,
                    "application/json",
                    HttpRequest.BodyPublishers.ofString(JsonMapper.shared().writeValueAsString(body)),
                    header,
                    value);
        }

        /** Sends a file as a browser does. */
        public Answer putFile(String path, byte[] bytes) {
            return send("PUT", path, "application/octet-stream", HttpRequest.BodyPublishers.ofByteArray(bytes));
        }

        public Answer patch(String path, Object body) {
            return send("PATCH", path, body);
        }

        public Answer delete(String path) {
            return send("DELETE", path, null);
        }

        public Answer send(String method, String path, @Nullable Object body) {
            String text = body instanceof String raw
                    ? raw
                    : body == null ? "" : JsonMapper.shared().writeValueAsString(body);
            return send(method, path, "application/json", HttpRequest.BodyPublishers.ofString(text));
        }

        private Answer send(
                String method, String path, String type, HttpRequest.BodyPublisher body, String... headers) {
            HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(address() + path))
                    .method(method, body)
                    .header("Content-Type", type);
            if (headers.length > 0) {
                request.headers(headers);
            }
            cookies.getCookieStore().getCookies().stream()
                    .filter(c -> c.getName().equals("XSRF-TOKEN"))
                    .forEach(c -> request.header("X-XSRF-TOKEN", c.getValue()));
            try {
                HttpResponse<String> response = http.send(request.build(), HttpResponse.BodyHandlers.ofString());
                return new Answer(response.statusCode(), response);
            } catch (java.io.IOException e) {
                throw new java.io.UncheckedIOException(e);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new IllegalStateException(e);
            }
        }
    }

    /** Waits until something holds: seconds, and longer on a machine that others use too. */
    public static void until(String what, BooleanSupplier holds) {
        until(what, holds, 30);
    }

    /** Waits for what may take a phone's next try or two. */
    public static void untilLong(String what, BooleanSupplier holds) {
        until(what, holds, 90);
    }

    private static void until(String what, BooleanSupplier holds, int seconds) {
        long deadline = System.nanoTime() + seconds * 1_000_000_000L;
        while (!holds.getAsBoolean()) {
            if (System.nanoTime() > deadline) {
                throw new AssertionError("not within " + seconds + " seconds: " + what);
            }
            try {
                Thread.sleep(40);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new IllegalStateException(e);
            }
        }
    }
}
