package jordfell.server.provision;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import jordfell.lab.phone.KorrinFile;
import jordfell.lab.phone.PhoneConfig;
import jordfell.lab.phone.UnreadableFile;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.provision.tftp.TftpServer;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Who is given a file: with which name, from where, over which protocol; and what firmware comes next. */
class FetchAccessTest {

    private final Pier pier = new Pier(RunningServer.shared());
    private final HttpClient http = HttpClient.newHttpClient();

    private ObjectNode site() {
        for (JsonNode site : pier.client().get("/api/sites").json()) {
            if (site.path("id").asLong() == pier.siteId) {
                return (ObjectNode) site;
            }
        }
        throw new IllegalStateException("no pier");
    }

    private RunningServer.Answer change(Map<String, String> fields) {
        ObjectNode site = site();
        fields.forEach(site::put);
        return pier.client().put("/api/sites/" + pier.siteId, site.toString());
    }

    @AfterEach
    void openAgain() {
        change(Map.of("fetchUser", "", "fetchFrom", "198.51.100.128/26 127.0.0.0/8"));
        pier.client().delete("/api/guessers/127.0.0.1");
    }

    private HttpResponse<String> get(String path, String credentials) {
        HttpRequest.Builder request = HttpRequest.newBuilder(
                        URI.create(pier.server().address() + "/p/" + pier.token() + "/" + path))
                .header("User-Agent", "Korrin K24/2.2.0");
        if (!credentials.isEmpty()) {
            request.header(
                    "Authorization",
                    "Basic "
                            + Base64.getEncoder()
                                    .encodeToString(credentials.getBytes(java.nio.charset.StandardCharsets.UTF_8)));
        }
        try {
            return http.send(request.build(), HttpResponse.BodyHandlers.ofString());
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    private long released(String mac, String number) {
        long id = pier.enrolled(mac, "Fetcher " + number, number, "");
        pier.release(id);
        return id;
    }

    @Test
    void siteAsksForItsNameAndPasswordAndTheLabsPhonesAreToldThem() {
        String mac = "02-4B-7A-0F-01-01";
        long id = released(mac, "2411");
        assertThat(change(Map.of("fetchUser", "pier", "fetchPassword", "gull-and-bollard-9"))
                        .status())
                .isEqualTo(200);
        assertThat(pier.client().get("/api/sites").toString()).doesNotContain("gull-and-bollard");
        HttpResponse<String> unproven = get("024b7a0f0101.korrin", "");
        assertThat(unproven.statusCode()).isEqualTo(401);
        assertThat(unproven.headers().firstValue("WWW-Authenticate"))
                .hasValueSatisfying(v -> assertThat(v).startsWith("Basic realm="));
        assertThat(get("024b7a0f0101.korrin", "pier:wrong").statusCode()).isEqualTo(401);
        RunningServer.until(
                "told",
                () -> pier.sentence(id).equals("It asks for its configuration without the right name and password."));
        assertThat(get("024b7a0f0101.korrin", "pier:gull-and-bollard-9").statusCode())
                .isEqualTo(200);
        pier.unbox(mac);
        pier.untilRail(id, "ppppppp");
    }

    /** The name and password that a file of this phone brings. */
    private static String own(String file) {
        PhoneConfig.Upkeep upkeep;
        try {
            upkeep = KorrinFile.read(file).upkeep();
        } catch (UnreadableFile e) {
            throw new IllegalStateException(e);
        }
        assertThat(upkeep.user()).startsWith("phone-");
        return upkeep.user() + ":" + upkeep.password();
    }

    /** The grace in which a broken first fetch may be repeated is over. */
    private void graceIsOver(long id) {
        pier.server()
                .bean(Jdbc.class)
                .update(
                        "update device_fetch set delivered_at = dateadd(minute, -6, delivered_at) where device_id = ?",
                        id);
    }

    @Test
    void theFirstFileBringsAPasswordOfItsOwnAndOnlyThatOpensTheNext() {
        long id = released("02-4B-7A-0F-01-02", "2412");
        HttpResponse<String> first = get("024b7a0f0102.korrin", "");
        assertThat(first.statusCode()).isEqualTo(200);
        assertThat(get("024b7a0f0102.korrin", "").statusCode())
                .as("its first fetch may have broken off")
                .isEqualTo(200);
        graceIsOver(id);
        assertThat(get("024b7a0f0102.korrin", "").statusCode()).isEqualTo(401);
        assertThat(get("firmware/024b7a0f0102", "").statusCode()).isEqualTo(401);
        assertThat(get("024b7a0f0102.korrin", own(first.body())).statusCode()).isEqualTo(200);
        assertThat(get("024b7a0f0102.korrin", "phone-" + id + ":wrong").statusCode())
                .isEqualTo(401);
    }

    @Test
    void aPhoneThatProvedItselfIsAskedForItsPasswordAtOnce() {
        released("02-4B-7A-0F-01-12", "2419");
        String own = own(get("024b7a0f0112.korrin", "").body());
        assertThat(get("024b7a0f0112.korrin", own).statusCode()).isEqualTo(200);
        assertThat(get("024b7a0f0112.korrin", "").statusCode()).isEqualTo(401);
    }

    @Test
    void aPhoneThatWasResetIsLetInOnceMoreByAReSend() {
        long id = released("02-4B-7A-0F-01-07", "2417");
        String own = own(get("024b7a0f0107.korrin", "").body());
        get("024b7a0f0107.korrin", own);
        assertThat(get("024b7a0f0107.korrin", "").statusCode()).isEqualTo(401);
        pier.client().post("/api/devices/" + id + "/resend", Map.of());
        assertThat(get("024b7a0f0107.korrin", "").statusCode()).isEqualTo(200);
    }

    @Test
    void aChangedPasswordLocksNobodyOut() {
        long id = pier.enrolled("02-4B-7A-0F-01-08", "Rotated", "2418", "");
        pier.release(id);
        String first = own(get("024b7a0f0108.korrin", "").body());
        assertThat(get("024b7a0f0108.korrin", first).statusCode()).isEqualTo(200);
        pier.client().put("/api/settings/DEVICE/" + id + "/provisioning.user", Map.of("value", "desk"));
        pier.client().put("/api/settings/DEVICE/" + id + "/provisioning.password", Map.of("value", "heron #9; & co"));
        pier.release(id);
        HttpResponse<String> second = get("024b7a0f0108.korrin", first);
        assertThat(second.statusCode()).as("it can’t know the new one yet").isEqualTo(200);
        assertThat(second.body()).contains("with         = heron \\#9\\; & co");
        assertThat(get("024b7a0f0108.korrin", first).statusCode())
                .as("it lost power before it took the file")
                .isEqualTo(200);
        assertThat(get("024b7a0f0108.korrin", "desk:heron #9; & co").statusCode())
                .isEqualTo(200);
        assertThat(get("024b7a0f0108.korrin", first).statusCode())
                .as("it proved the new one")
                .isEqualTo(401);
        assertThat(get("024b7a0f0108.korrin", "").statusCode()).isEqualTo(401);
    }

    /** What an answer shows but its time. */
    private static String looks(HttpResponse<String> answer) {
        Map<String, java.util.List<String>> headers =
                new java.util.TreeMap<>(answer.headers().map());
        headers.remove("date");
        return answer.statusCode() + " " + headers + " " + answer.body();
    }

    @Test
    void anUnknownAddressLooksLikeAnEnrolledOneToWhoCanNotProveToBeThePhone() throws Exception {
        long id = released("02-4B-7A-0F-01-09", "2420");
        get("024b7a0f0109.korrin", own(get("024b7a0f0109.korrin", "").body()));
        long parked = pier.enrolled("02-4B-7A-0F-01-0A", "Parked", "2424", "");
        assertThat(parked).isPositive();
        for (String[] asked : new String[][] {{"", ""}, {"x:y", ""}, {"", "firmware/"}}) {
            String ending = asked[1].isEmpty() ? ".korrin" : "";
            String enrolled = looks(get(asked[1] + "024b7a0f0109" + ending, asked[0]));
            assertThat(looks(get(asked[1] + "024b7a0f010a" + ending, asked[0]))).isEqualTo(enrolled);
            assertThat(looks(get(asked[1] + "024b7a0f01ee" + ending, asked[0]))).isEqualTo(enrolled);
        }
        assertThat(curl(pier.token() + "/024b7a0f0109.korrin")).isEqualTo("69:");
        assertThat(curl(pier.token() + "/024b7a0f01ee.korrin")).isEqualTo("69:");
        change(Map.of("fetchFrom", "192.0.2.0/24"));
        assertThat(looks(get("024b7a0f0109.korrin", ""))).isEqualTo(looks(get("024b7a0f01ee.korrin", "")));
        assertThat(id).isPositive();
    }

    @Test
    void requestFromOutsideOfTheSiteIsRefusedAndTold() {
        long id = released("02-4B-7A-0F-01-03", "2413");
        assertThat(change(Map.of("fetchFrom", "192.0.2.0/24")).status()).isEqualTo(200);
        assertThat(get("024b7a0f0103.korrin", "").statusCode()).isEqualTo(403);
        RunningServer.until(
                "told",
                () -> pier.sentence(id)
                        .equals("It asks for its configuration from 127.0.0.1, outside of Eskvik Pier."));
        assertThat(change(Map.of("fetchFrom", "192.0.2.0/33")).problemAt("/fetchFrom"))
                .contains("is no range");
        assertThat(change(Map.of("fetchUser", "pier", "fetchPassword", "short")).problemAt("/fetchPassword"))
                .contains("It has 5 characters.");
    }

    private String curl(String name, String... more) throws IOException, InterruptedException {
        java.util.List<String> command = new java.util.ArrayList<>(java.util.List.of("curl", "-s", "--max-time", "8"));
        command.addAll(java.util.List.of(more));
        int port = pier.server().bean(TftpServer.class).port();
        command.add("tftp://127.0.0.1:" + port + "/" + name);
        Process process = new ProcessBuilder(command).start();
        String out = new String(process.getInputStream().readAllBytes(), java.nio.charset.StandardCharsets.UTF_8);
        assertThat(process.waitFor(10, TimeUnit.SECONDS)).isTrue();
        return process.exitValue() + ":" + out;
    }

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
    void clientThatTriesOneAddressAfterAnotherIsSlowedForAllThatCanNotProveItself() {
        released("02-4B-7A-0F-01-05", "2415");
        String own = own(get("024b7a0f0105.korrin", "").body());
        released("02-4B-7A-0F-01-0B", "2425");
        int last = 0;
        // Another phone of this address may ask in between, which ends a row; the next one is long enough.
        for (int i = 0; i < 240 && last != 429; i++) {
            last = get(String.format(java.util.Locale.ROOT, "024b7aee00%02x.korrin", i), "")
                    .statusCode();
        }
        assertThat(last).isEqualTo(429);
        assertThat(pier.client().get("/api/guessers").toString()).contains("127.0.0.1");
        assertThat(pier.client().get("/api/knocks").toString()).doesNotContain("02-4B-7A-EE-00");
        assertThat(get("024b7a0f010b.korrin", "").statusCode())
                .as("enrolled, and its door open")
                .isEqualTo(429);
        assertThat(get("024b7a0f0105.korrin", own).statusCode()).isEqualTo(200);
        assertThat(pier.client().delete("/api/guessers/127.0.0.1").status()).isEqualTo(204);
        assertThat(get("024b7aee00f8.korrin", "").statusCode()).isEqualTo(401);
        assertThat(get("024b7a0f010b.korrin", "").statusCode()).isEqualTo(200);
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
