package jordfell.server.provision;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import jordfell.server.provision.tftp.TftpServer;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Files over TFTP, firmware in steps, and what network owners are given. */
class OldWaysTest extends FetchFixture {

    @Test
    void oldPhonesFetchTheSameBytesOverTftpUntilTheFirstFileIsTaken() throws Exception {
        long id = released("02-4B-7A-0F-01-04", "2414");
        String overHttp = get("024b7a0f0104.korrin", "").body();
        assertThat(overHttp).contains("[end]");
        String name = pier.token() + "/024b7a0f0104.korrin";
        assertThat(curl(name)).isEqualTo("0:" + overHttp);
        assertThat(curl(name, "--tftp-blksize", "64")).isEqualTo("0:" + overHttp);
        assertThat(curl(name, "--tftp-no-options")).isEqualTo("0:" + overHttp);
        // 68 is curl's number for a file that is not there, 69 for one that is not given.
        assertThat(curl("..%2f..%2fetc%2fhostname")).startsWith("68:");
        graceIsOver(id);
        assertThat(curl(name)).startsWith("69:");
        pier.client().post("/api/devices/" + id + "/resend", Map.of());
        assertThat(curl(name)).isEqualTo("0:" + overHttp);
        pier.client().post("/api/devices/" + id + "/resend", Map.of());
        change(Map.of("fetchFrom", ""));
        assertThat(curl(name)).as("nothing says which networks are the site’s").startsWith("69:");
        change(Map.of("fetchFrom", "192.0.2.0/24"));
        assertThat(curl(name)).startsWith("69:");
    }

    @Test
    void tftpTellsTheFileAsFetchedWhenItsLastBlockIsAcknowledged() throws Exception {
        long id = released("02-4B-7A-0F-01-0C", "2426");
        int port = pier.server().bean(TftpServer.class).port();
        byte[] ask = ("\0\1" + pier.token() + "/024b7a0f010c.korrin\0octet\0").getBytes(StandardCharsets.US_ASCII);
        try (DatagramSocket phone = new DatagramSocket(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0))) {
            phone.setSoTimeout(3_000);
            phone.send(new DatagramPacket(ask, ask.length, InetAddress.getLoopbackAddress(), port));
            DatagramPacket data = new DatagramPacket(new byte[600], 600);
            phone.receive(data);
            byte[] over = {0, 5, 0, 0, 0};
            phone.send(new DatagramPacket(over, over.length, data.getSocketAddress()));
        }
        assertThat(pier.sheet(id).path("rail").asString()).startsWith("ppp").doesNotStartWith("pppp");
        assertThat(curl(pier.token() + "/024b7a0f010c.korrin")).startsWith("0:");
        pier.untilRail(id, "pppp");
    }

    @Test
    void whoFetchesIsServedWhileSomebodyElseSendsWhateverComesToMind() throws Exception {
        released("02-4B-7A-0F-01-0D", "2496");
        String name = pier.token() + "/024b7a0f010d.korrin";
        byte[] ask = ("\0\1" + name + "\0octet\0").getBytes(StandardCharsets.US_ASCII);
        int port = pier.server().bean(TftpServer.class).port();
        AtomicBoolean goesOn = new AtomicBoolean(true);
        AtomicInteger sent = new AtomicInteger();
        Thread flood = new Thread(() -> {
            Random random = new Random(4);
            try (DatagramSocket hostile = new DatagramSocket(new InetSocketAddress("127.0.0.2", 0))) {
                while (goesOn.get()) {
                    byte[] bytes = sent.get() % 2 == 0 ? ask.clone() : new byte[1 + random.nextInt(700)];
                    bytes[random.nextInt(bytes.length)] = (byte) random.nextInt();
                    hostile.send(new DatagramPacket(bytes, bytes.length, InetAddress.getLoopbackAddress(), port));
                    if (sent.incrementAndGet() % 50 == 0) {
                        Thread.sleep(5);
                    }
                }
            } catch (IOException | InterruptedException e) {
                throw new IllegalStateException(e);
            }
        });
        flood.start();
        try {
            for (int i = 0; i < 20; i++) {
                assertThat(curl(name)).startsWith("0:");
            }
        } finally {
            goesOn.set(false);
            flood.join();
        }
        assertThat(sent.get()).isGreaterThan(1_000);
    }

    @Test
    void aTftpErrorIsNotAnswered() throws Exception {
        int port = pier.server().bean(TftpServer.class).port();
        byte[] error = {0, 5, 0, 0, 'x', 0};
        byte[] other = {0, 9, 0, 0};
        try (DatagramSocket phone = new DatagramSocket(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0))) {
            phone.setSoTimeout(3_000);
            phone.send(new DatagramPacket(error, error.length, InetAddress.getLoopbackAddress(), port));
            phone.send(new DatagramPacket(other, other.length, InetAddress.getLoopbackAddress(), port));
            DatagramPacket answer = new DatagramPacket(new byte[600], 600);
            phone.receive(answer);
            phone.setSoTimeout(300);
            org.assertj.core.api.Assertions.assertThatThrownBy(() -> phone.receive(answer))
                    .as("one answer, to what was no error")
                    .isInstanceOf(java.net.SocketTimeoutException.class);
        }
    }

    @Test
    void firmwareComesStepByStepOverItsSteppingStones() {
        String mac = "02-4B-7A-0F-01-06";
        long id = pier.enrolled(mac, "Firmware desk", "2416", "");
        Map<String, Integer> files = new HashMap<>(Map.of("2.4.5", 10, "2.5.0", 20));
        files.forEach((version, size) -> assertThat(pier.client()
                        .putFile("/api/models/korrin-k24/firmware/" + version, new byte[size])
                        .status())
                .isEqualTo(204));
        ObjectNode model = null;
        for (JsonNode m : pier.client().get("/api/models").json()) {
            model = m.path("id").asString().equals("korrin-k24") ? (ObjectNode) m : model;
        }
        assertThat(model).isNotNull();
        model.put("firmwareSteps", "2.4.5");
        assertThat(pier.client().put("/api/models/korrin-k24", model.toString()).status())
                .isEqualTo(200);
        pier.client().put("/api/settings/DEVICE/" + id + "/firmware.version", Map.of("value", "2.5.0"));
        pier.client().put("/api/settings/DEVICE/" + id + "/firmware.when", Map.of("value", "by-hand"));
        pier.release(id);
        assertThat(get("firmware/024b7a0f0106", "").statusCode()).isEqualTo(204);
        pier.client().put("/api/settings/DEVICE/" + id + "/firmware.when", Map.of("value", "at-once"));
        pier.release(id);
        HttpResponse<String> step = get("firmware/024b7a0f0106", "");
        assertThat(step.statusCode()).isEqualTo(200);
        assertThat(step.headers().firstValue("Firmware-Version")).hasValue("2.4.5");
        assertThat(step.body()).hasSize(10);
        pier.client().putFile("/api/models/korrin-k24/firmware/2.4.5", new byte[12]);
        assertThat(get("firmware/024b7a0f0106", "").body())
                .as("the one that took its place")
                .hasSize(12);
        assertThat(get("firmware/024b7a0f01ff", "").statusCode()).isEqualTo(401);
        pier.unbox(mac);
        RunningServer.untilLong(
                "it has 2.5.0", () -> pier.sheet(id).path("firmware").asString().equals("2.5.0"));
        RunningServer.untilLong(
                "seen", () -> pier.sheet(id).path("seen").toString().contains("given 2.4.5"));
        assertThat(pier.client()
                        .putFile("/api/models/korrin-k24/firmware/v9", new byte[1])
                        .problemAt("/version"))
                .contains("“v9” is no version.");
    }

    @Test
    void networkOwnersAreGivenOptionsAndRecords() {
        JsonNode network =
                pier.client().get("/api/sites/" + pier.siteId + "/network").json();
        assertThat(network.path("url").asString()).endsWith("/p/" + pier.token() + "/");
        assertThat(network.path("options")).hasSize(4);
        assertThat(pier.client()
                        .get("/api/sites/" + pier.siteId + "/dhcp.txt")
                        .response()
                        .body())
                .contains("66\thttp://");
        assertThat(pier.client()
                        .get("/api/domains/" + pier.domainId + "/zone.txt")
                        .response()
                        .body())
                .contains("_sip._udp.voice.tarnholm.example. IN SRV 10 1 5060 north.voice.tarnholm.example.");
    }
}
