package jordfell.server.config;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.InetAddress;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;

/** What strangers send can neither fill the memory nor take the place of those who work. */
class BodyGateTest {

    private final RunningServer server = RunningServer.shared();

    private Socket open() throws IOException {
        Socket socket = new Socket(
                InetAddress.getLoopbackAddress(), URI.create(server.address()).getPort());
        socket.setSoTimeout(15_000);
        return socket;
    }

    private static void send(Socket socket, String text) throws IOException {
        socket.getOutputStream().write(text.getBytes(StandardCharsets.US_ASCII));
        socket.getOutputStream().flush();
    }

    private static String firstLine(Socket socket) throws IOException {
        StringBuilder line = new StringBuilder();
        for (int c = socket.getInputStream().read();
                c > 0 && c != '\r';
                c = socket.getInputStream().read()) {
            line.append((char) c);
        }
        return line.toString();
    }

    @Test
    void aSignInOfManyMegabytesIsNotRead() throws Exception {
        try (Socket socket = open()) {
            send(
                    socket,
                    "POST /api/session HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\n"
                            + "Content-Length: 19000000\r\n\r\n{\"login\":\"");
            assertThat(firstLine(socket)).startsWith("HTTP/1.1 413");
        }
    }

    @Test
    void norIsOneThatDoesNotSayHowLongItIs() throws Exception {
        try (Socket socket = open()) {
            String token = csrf();
            send(
                    socket,
                    "POST /api/handoffs/open HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\n"
                            + "Cookie: XSRF-TOKEN=" + token + "\r\nX-XSRF-TOKEN: " + token + "\r\n"
                            + "Transfer-Encoding: chunked\r\n\r\n");
            String chunk = "1000\r\n" + "a".repeat(4096) + "\r\n";
            send(socket, chunk + chunk + chunk);
            assertThat(firstLine(socket)).startsWith("HTTP/1.1 413");
        }
    }

    private String csrf() {
        return server.stranger().get("/api/session").response().headers().allValues("Set-Cookie").stream()
                .filter(c -> c.startsWith("XSRF-TOKEN="))
                .map(c -> c.substring("XSRF-TOKEN=".length(), c.indexOf(';')))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void hundredsOfHalfSentBodiesStopNobody() throws Exception {
        RunningServer.Client signedIn = server.technician();
        List<Socket> half = new ArrayList<>();
        try {
            for (int i = 0; i < 300; i++) {
                Socket socket = open();
                half.add(socket);
                send(
                        socket,
                        "POST /api/session HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\n"
                                + "Content-Length: 60\r\n\r\n{");
            }
            long began = System.nanoTime();
            assertThat(signedIn.get("/api/devices").status()).isEqualTo(200);
            assertThat(signedIn.post("/api/kits/try", Map.of("displayName", "{{person.name}}"))
                            .status())
                    .isEqualTo(200);
            assertThat((System.nanoTime() - began) / 1_000_000)
                    .as("milliseconds")
                    .isLessThan(3_000);
        } finally {
            for (Socket socket : half) {
                socket.close();
            }
        }
    }
}
