package jordfell.server.brought;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.Socket;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jordfell.core.sip.DigestAlgorithm;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Evidence from elsewhere: brought as a file, fed by a program, and what is said by it alone. */
class BroughtApiTest {

    private static final String MAC = "02-4B-7A-0C-02-72";
    private static final String NUMBER = "2473";

    private final RunningServer server = RunningServer.shared();
    private final Pier pier = new Pier(server);
    private final Client technician = pier.client();

    /** A registrar’s log in which this phone answers with a password that nobody knows. */
    private static String log(String mac, String number) {
        String instance =
                "urn:uuid:00000000-0000-1000-8000-" + mac.replace("-", "").toLowerCase(java.util.Locale.ROOT);
        DigestAnswer answer = DigestAnswer.to(
                new DigestChallenge(Pier.DOMAIN, "n", DigestAlgorithm.MD5, false),
                number + "-a",
                "no-such-password-at-all",
                "REGISTER",
                "sip:" + Pier.DOMAIN,
                "c",
                1);
        String via = "Via: SIP/2.0/UDP 192.0.2.172:5060;branch=z9hG4bKb\n";
        String names = "From: <sip:" + number + "@" + Pier.DOMAIN + ">;tag=1\nTo: <sip:" + number + "@" + Pier.DOMAIN
                + ">\nCall-ID: brought-" + number + "\nCSeq: 2 REGISTER\n";
        return "2026-03-02T08:00:00.100Z received from 192.0.2.172:5060\nREGISTER sip:" + Pier.DOMAIN + " SIP/2.0\n"
                + via + names + "Contact: <sip:" + number + "@192.0.2.172:5060>;+sip.instance=\"<" + instance
                + ">\"\nAuthorization: " + answer.header() + "\nExpires: 600\n\n"
                + "2026-03-02T08:00:00.104Z sent to 192.0.2.172:5060\nSIP/2.0 403 Forbidden\n" + via + names + "\n";
    }

    private JsonNode begun(String name) {
        return technician.post("/api/brought", Map.of("name", name)).json();
    }

    private JsonNode read(JsonNode begun) {
        long id = begun.path("id").asLong();
        RunningServer.until(
                "it is read",
                () -> !technician
                        .get("/api/brought/" + id)
                        .json()
                        .path("brought")
                        .path("state")
                        .asString()
                        .matches("READING|WAITING"));
        return technician.get("/api/brought/" + id).json();
    }

    @Test
    void aLogIsReadAndItsDeviceJudgedByItAlone() {
        long device = pier.enrolled(MAC, "Brought window", NUMBER, "");
        long id = begun("registrar of the pier").path("id").asLong();
        String text = log(MAC, NUMBER) + log("02-4B-7A-0C-0F-FE", "2999");
        assertThat(technician
                        .putFile("/api/brought/" + id + "/bytes", text.getBytes(StandardCharsets.UTF_8))
                        .json()
                        .path("state")
                        .asString())
                .isEqualTo("READ");
        JsonNode whole = server.viewer().get("/api/brought/" + id).json();
        assertThat(whole.path("brought").path("sip").asLong()).isEqualTo(4);
        assertThat(whole.path("devices")).hasSize(1);
        JsonNode found = whole.path("devices").path(0);
        assertThat(found.path("id").asLong()).isEqualTo(device);
        assertThat(found.path("held").asBoolean()).isTrue();
        assertThat(found.path("matchedBy").path(0).asString()).isEqualTo("its instance");
        String nobodys = "It used a password that " + Pier.DOMAIN + " does not know.";
        assertThat(found.path("sentence").asString())
                .as("before or after its password’s turn to be looked for came")
                .isIn(nobodys, "It used another password than that of " + NUMBER + ".");
        RunningServer.until(
                "all passwords were tried",
                () -> technician
                        .get("/api/brought/" + id + "/devices/" + device)
                        .response()
                        .body()
                        .contains(nobodys));
        assertThat(whole.path("strangers").path(0).path("number").asString()).isEqualTo("2999");
        assertThat(whole.path("strangers").path(0).path("answer").asString()).isEqualTo("403 Forbidden");

        JsonNode verdict =
                technician.get("/api/brought/" + id + "/devices/" + device).json();
        assertThat(verdict.path("blind").toString()).contains("Which configuration it has can’t be seen from there.");
        String key =
                verdict.path("ladder").path("exchanges").path(0).path("key").asString();
        assertThat(technician
                        .get("/api/brought/" + id + "/devices/" + device + "/message?step=0&key="
                                + URLEncoder.encode(key, StandardCharsets.UTF_8))
                        .response()
                        .body())
                .contains("fits none of")
                .doesNotContain("no-such-password-at-all");
        assertThat(technician.get("/api/brought/with/" + device).json()).hasSize(1);
        assertThat(technician.get("/api/devices/" + device + "/ladder").json().path("exchanges"))
                .as("it never becomes part of what was seen here")
                .isEmpty();

        assertThat(technician.delete("/api/brought/" + id).status()).isEqualTo(204);
        assertThat(technician.get("/api/brought/" + id).status()).isEqualTo(404);
        assertThat(technician.get("/api/brought/with/" + device).json()).isEmpty();
    }

    @Test
    void whatTheLabRecordedIsReadBack() {
        byte[] capture = technician.bytes("/api/lab/capture?minutes=5");
        long id = begun("the lab").path("id").asLong();
        technician.putFile("/api/brought/" + id + "/bytes", capture);
        JsonNode whole = technician.get("/api/brought/" + id).json();
        assertThat(whole.path("brought").path("state").asString()).isEqualTo("READ");
        assertThat(whole.path("brought").path("kind").asString()).isEqualTo("capture");
        technician.delete("/api/brought/" + id);
    }

    @Test
    void whatCannotBeReadSaysWhyAndWhatStandsBeforeIsKept() {
        long id = begun("nothing").path("id").asLong();
        JsonNode empty = technician
                .putFile("/api/brought/" + id + "/bytes", new byte[] {0x1f, (byte) 0x8b, 8, 0, 0, 0})
                .json();
        assertThat(empty.path("state").asString()).isEqualTo("BROKEN");
        assertThat(empty.path("trouble").asString())
                .isEqualTo("It is packed: unpack it first, and bring what is in it.");
        assertThat(technician
                        .putFile("/api/brought/" + id + "/bytes", new byte[4])
                        .status())
                .as("what was read is not read into once more")
                .isEqualTo(410);
        technician.delete("/api/brought/" + id);
    }

    @Test
    void aNameIsAskedForAndViewersBringNothing() {
        assertThat(technician.post("/api/brought", Map.of("name", "  ")).problemAt("/name"))
                .startsWith("It has no name.");
        assertThat(technician
                        .post("/api/brought", Map.of("name", "x".repeat(201)))
                        .problemAt("/name"))
                .startsWith("The name has 201 characters.");
        Client viewer = server.viewer();
        assertThat(viewer.post("/api/brought", Map.of("name", "x")).status()).isEqualTo(403);
        assertThat(viewer.putFile("/api/brought/1/bytes", new byte[1]).status()).isEqualTo(403);
        assertThat(viewer.delete("/api/brought/1").status()).isEqualTo(403);
        assertThat(technician.post("/api/brought/999999/cancel", Map.of()).status())
                .isEqualTo(410);
    }

    private static int feed(JsonNode begun, String key, String text) throws IOException, InterruptedException {
        return HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(begun.path("feed").asString()))
                                .PUT(HttpRequest.BodyPublishers.ofString(text))
                                .header("Jordfell-Feed", key)
                                .build(),
                        HttpResponse.BodyHandlers.ofString())
                .statusCode();
    }

    @Test
    void aProgramFeedsWithItsKeyOnceAndByItsPortAlone() throws Exception {
        JsonNode begun = begun("fed");
        String key = begun.path("key").asString();
        assertThat(feed(begun, "another", "x")).isEqualTo(403);
        assertThat(feed(begun, key, log("02-4B-7A-0C-0F-FD", "2998"))).isEqualTo(200);
        assertThat(feed(begun, key, "x")).as("a key is good once").isEqualTo(403);
        assertThat(read(begun).path("brought").path("sip").asLong()).isEqualTo(2);
        String feed = begun.path("feed").asString();
        String port = feed.replaceAll("^(http://[^/]*).*", "$1");
        HttpClient http = HttpClient.newHttpClient();
        assertThat(http.send(
                                HttpRequest.newBuilder(URI.create(port + "/api/session"))
                                        .build(),
                                HttpResponse.BodyHandlers.discarding())
                        .statusCode())
                .as("nothing else comes by the port for feeds")
                .isEqualTo(404);
        assertThat(technician
                        .putFile("/feed/" + begun.path("id").asLong(), new byte[1])
                        .status())
                .as("and feeds come by no other")
                .isEqualTo(404);
        technician.delete("/api/brought/" + begun.path("id").asLong());
    }

    @Test
    void whatIsFedIsSeenWhileItComesAndIsCancelled() throws Exception {
        JsonNode begun = begun("live");
        long id = begun.path("id").asLong();
        Matcher to = Pattern.compile("http://([^:]*):([0-9]+)(.*)")
                .matcher(begun.path("feed").asString());
        assertThat(to.matches()).isTrue();
        try (Socket socket = new Socket(to.group(1), Integer.parseInt(to.group(2)))) {
            OutputStream out = socket.getOutputStream();
            out.write(("PUT " + to.group(3) + " HTTP/1.1\r\nHost: x\r\nTransfer-Encoding: chunked\r\nJordfell-Feed: "
                            + begun.path("key").asString() + "\r\n\r\n")
                    .getBytes(StandardCharsets.US_ASCII));
            byte[] some = log("02-4B-7A-0C-0F-FC", "2997").getBytes(StandardCharsets.UTF_8);
            chunk(out, some);
            RunningServer.until(
                    "its first messages are seen",
                    () -> technician
                                    .get("/api/brought/" + id)
                                    .json()
                                    .path("brought")
                                    .path("sip")
                                    .asLong()
                            >= 1);
            JsonNode present = technician.get("/api/brought/" + id).json();
            assertThat(present.path("brought").path("state").asString()).isEqualTo("READING");
            assertThat(technician.delete("/api/brought/" + id).status())
                    .as("what is being read is not removed")
                    .isEqualTo(503);
            assertThat(technician
                            .post("/api/brought/" + id + "/cancel", Map.of())
                            .status())
                    .isEqualTo(200);
            chunk(out, some);
            assertThat(read(begun).path("brought").path("state").asString()).isEqualTo("CANCELLED");
        }
        technician.delete("/api/brought/" + id);
    }

    private static void chunk(OutputStream out, byte[] bytes) throws IOException {
        out.write((Integer.toHexString(bytes.length) + "\r\n").getBytes(StandardCharsets.US_ASCII));
        out.write(bytes);
        out.write("\r\n".getBytes(StandardCharsets.US_ASCII));
        out.flush();
    }

    @Test
    void aFeedThatBreaksOffKeepsWhatCame() throws Exception {
        JsonNode begun = begun("breaks off");
        Matcher to = Pattern.compile("http://([^:]*):([0-9]+)(.*)")
                .matcher(begun.path("feed").asString());
        assertThat(to.matches()).isTrue();
        try (Socket socket = new Socket(to.group(1), Integer.parseInt(to.group(2)))) {
            OutputStream out = socket.getOutputStream();
            out.write(("PUT " + to.group(3) + " HTTP/1.1\r\nHost: x\r\nContent-Length: 100000\r\nJordfell-Feed: "
                            + begun.path("key").asString() + "\r\n\r\n"
                            + log("02-4B-7A-0C-0F-FB", "2996") + "that was it\n")
                    .getBytes(StandardCharsets.UTF_8));
            out.flush();
        }
        JsonNode whole = read(begun);
        assertThat(whole.path("brought").path("state").asString()).isEqualTo("BROKEN");
        assertThat(whole.path("brought").path("trouble").asString()).startsWith("It broke off after ");
        assertThat(whole.path("brought").path("sip").asLong()).isEqualTo(2);
        technician.delete("/api/brought/" + begun.path("id").asLong());
    }

    @Test
    void whatAPhoneWritesDownBecomesEvidenceOfIt() throws Exception {
        String mac = "02-4B-7A-0C-02-73";
        long device = pier.enrolled(mac, "Writing window", "2484", "");
        String address =
                technician.get("/api/brought/syslog").json().path("address").asString();
        int port = Integer.parseInt(address.replaceAll(".*:", ""));
        try (DatagramSocket socket = new DatagramSocket()) {
            for (String line : new String[] {
                "<27>1 2026-03-02T08:00:00Z " + mac + " k24 - FILE - can't read line 12",
                "<27>1 2026-03-02T08:00:00Z nobody k24 - FILE - of nobody",
                "\0\1\2"
            }) {
                byte[] bytes = line.getBytes(StandardCharsets.UTF_8);
                socket.send(new DatagramPacket(bytes, bytes.length, InetAddress.getLoopbackAddress(), port));
            }
        }
        RunningServer.until(
                "its line stands among what was seen",
                () -> pier.sheet(device).path("seen").toString().contains("can't read line 12"));
        RunningServer.until(
                "the others are counted",
                () -> technician
                                .get("/api/brought/syslog")
                                .json()
                                .path("passedOver")
                                .asLong()
                        >= 2);
    }
}
