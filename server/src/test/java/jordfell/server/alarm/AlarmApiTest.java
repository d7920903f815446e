package jordfell.server.alarm;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.atomic.AtomicInteger;
import jordfell.core.alarm.WebhookSignature;
import jordfell.core.evidence.Datagram;
import jordfell.core.evidence.SipSeen;
import jordfell.server.history.ObservationLog;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** An alarm from what happens to who is told: by mail, by a web address that fails first, and once when it is over. */
class AlarmApiTest {

    private final RunningServer server = RunningServer.shared();
    private final Client technician = new Pier(server).client();

    private static Map<String, Object> form(String name, String mail, String webhook) {
        Map<String, Object> form = new HashMap<>();
        form.put("name", name);
        form.put("kind", "STRAYS");
        form.put("count", 3);
        form.put("minutes", 5);
        form.put("quietFrom", "");
        form.put("quietTo", "");
        form.put("mailTo", mail);
        form.put("webhook", webhook);
        form.put("enabled", true);
        form.put("version", 0);
        return form;
    }

    /** Somebody whom nobody knows tries to register. */
    private void knock(String number) {
        ObservationLog log = server.bean(ObservationLog.class);
        for (int i = 0; i < 5; i++) {
            String names = "From: <sip:" + number + "@" + Pier.DOMAIN + ">;tag=1\r\nTo: <sip:" + number + "@"
                    + Pier.DOMAIN + ">\r\nCall-ID: knock-" + number + i + "\r\nCSeq: 1 REGISTER\r\n\r\n";
            Instant now = Instant.now();
            log.observed(
                    Pier.DOMAIN,
                    Optional.empty(),
                    SipSeen.of(
                            now,
                            true,
                            "north",
                            "192.0.2.200:5060",
                            Datagram.of("REGISTER sip:" + Pier.DOMAIN + " SIP/2.0\r\n" + names)));
            log.observed(
                    Pier.DOMAIN,
                    Optional.empty(),
                    SipSeen.of(
                            now.plusMillis(2),
                            false,
                            "north",
                            "192.0.2.200:5060",
                            Datagram.of("SIP/2.0 403 Forbidden\r\n" + names)));
        }
        log.flush();
    }

    private record Posted(String time, String signature, String body) {}

    @Test
    void somebodyIsToldByMailAndByAWebAddressThatFailsFirst() throws IOException {
        List<Posted> posted = new CopyOnWriteArrayList<>();
        AtomicInteger tries = new AtomicInteger();
        HttpServer hook = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        hook.createContext("/hook", exchange -> {
            posted.add(new Posted(
                    exchange.getRequestHeaders().getFirst("Jordfell-Time"),
                    exchange.getRequestHeaders().getFirst("Jordfell-Signature"),
                    new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8)));
            exchange.sendResponseHeaders(tries.incrementAndGet() == 1 ? 500 : 204, -1);
            exchange.close();
        });
        hook.start();
        try {
            JsonNode made = technician
                    .post(
                            "/api/alarms/rules",
                            form(
                                    "Knocks",
                                    "duty@tarnholm.example",
                                    "http://127.0.0.1:" + hook.getAddress().getPort() + "/hook"))
                    .json();
            knock("9471");
            RunningServer.until(
                    "mail came to the stand-in",
                    () -> technician
                            .get("/api/alarms")
                            .json()
                            .path("arrived")
                            .toString()
                            .contains("register 9471"));
            RunningServer.until("it was posted once more after it failed", () -> posted.size() >= 2);
            Posted last = posted.get(1);
            assertThat(last.signature())
                    .isEqualTo(WebhookSignature.of(
                            made.path("key").asString().getBytes(StandardCharsets.UTF_8),
                            Instant.ofEpochSecond(Long.parseLong(last.time())),
                            last.body()));
            assertThat(last.body()).contains("\"event\":\"began\"", "9471@" + Pier.DOMAIN);
            JsonNode alarms = server.viewer().get("/api/alarms").json();
            assertThat(alarms.path("open").toString()).contains("Knocks", "9471");
            assertThat(alarms.toString())
                    .as("what is signed with is shown once")
                    .doesNotContain(made.path("key").asString());
            technician.delete("/api/alarms/rules/" + made.path("id").asLong());
            assertThat(technician.get("/api/alarms").json().path("open").toString())
                    .doesNotContain("9471");
        } finally {
            hook.stop(0);
        }
    }

    @Test
    void aWebAddressThatHangsRedirectsOrIsJordfellItselfIsNotFollowed() throws IOException {
        WebhookCaller caller = server.bean(WebhookCaller.class);
        HttpServer hook = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        AtomicInteger followed = new AtomicInteger();
        hook.createContext("/away", exchange -> {
            exchange.getResponseHeaders().add("Location", "/followed");
            exchange.sendResponseHeaders(302, -1);
            exchange.close();
        });
        hook.createContext("/followed", exchange -> {
            followed.incrementAndGet();
            exchange.sendResponseHeaders(204, -1);
            exchange.close();
        });
        hook.start();
        try {
            String at = "http://127.0.0.1:" + hook.getAddress().getPort();
            assertThat(caller.post(at + "/away", "{}", Instant.now(), "s"))
                    .contains("It was answered 302, a redirection, which is not followed.");
            assertThat(followed).hasValue(0);
            assertThat(caller.post(at + "/nothing", "{}", Instant.now(), "s")).contains("It was answered 404.");
        } finally {
            hook.stop(0);
        }
        assertThat(caller.post(server.address() + "/api/session", "{}", Instant.now(), "s"))
                .contains("This is an address of Jordfell itself; nothing is posted there.");
        try (java.net.ServerSocket hangs = new java.net.ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            long began = System.nanoTime();
            assertThat(caller.post("http://127.0.0.1:" + hangs.getLocalPort() + "/x", "{}", Instant.now(), "s"))
                    .contains("It was not answered within 8 s.");
            assertThat(Duration.ofNanos(System.nanoTime() - began)).isLessThan(Duration.ofSeconds(20));
        }
    }

    @Test
    void whatIsWrongWithARuleIsToldAtItsFields() {
        Map<String, Object> form = form(" ", "nobody", "http://198.51.100.7/x");
        form.put("quietFrom", "25:00");
        form.put("count", 0);
        RunningServer.Answer answer = technician.post("/api/alarms/rules", form);
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.problemAt("/name")).startsWith("It has no name.");
        assertThat(answer.problemAt("/count")).startsWith("0 can’t be.");
        assertThat(answer.problemAt("/quietFrom")).startsWith("This is no time of the day.");
        assertThat(answer.problemAt("/mailTo")).startsWith("This is no mail address.");
        assertThat(answer.problemAt("/webhook")).startsWith("198.51.100.7 is another machine.");
        assertThat(server.viewer()
                        .post("/api/alarms/rules", form("x", "duty@tarnholm.example", ""))
                        .status())
                .isEqualTo(403);
    }

    @Test
    void aRuleThatSomebodyElseChangedIsNotOverwritten() {
        long id = technician
                .post("/api/alarms/rules", form("Twice", "duty@tarnholm.example", ""))
                .json()
                .path("id")
                .asLong();
        Map<String, Object> change = form("Once", "duty@tarnholm.example", "");
        change.put("version", 1);
        assertThat(technician.put("/api/alarms/rules/" + id, change).status()).isEqualTo(200);
        assertThat(technician.put("/api/alarms/rules/" + id, change).status()).isEqualTo(412);
        technician.delete("/api/alarms/rules/" + id);
        assertThat(technician.put("/api/alarms/rules/" + id, change).status()).isEqualTo(404);
    }
}
