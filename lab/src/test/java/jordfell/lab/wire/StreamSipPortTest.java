package jordfell.lab.wire;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import jordfell.core.sip.SipMessage;
import jordfell.lab.world.TinyWorld;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A TCP client that writes its bytes by hand. */
class StreamSipPortTest {

    private static final String OPTIONS = "OPTIONS sip:" + TinyWorld.DOMAIN + " SIP/2.0\r\n"
            + "Via: SIP/2.0/TCP 192.0.2.77:9;branch=z9hG4bK1\r\nFrom: <sip:a@b>;tag=1\r\nTo: <sip:"
            + TinyWorld.DOMAIN + ">\r\nCall-ID: 1\r\nCSeq: 1 OPTIONS\r\nContent-Length: 0\r\n\r\n";

    private final TinyWorld world = new TinyWorld();
    private SipPorts ports;

    @BeforeEach
    void open() throws IOException {
        ports = SipPorts.open(
                0,
                world.timeline,
                world.world,
                Certificates.context(),
                new StreamSipPort.Patience(Duration.ofSeconds(2), Duration.ofSeconds(30)));
        world.timeline.goLive();
    }

    @AfterEach
    void close() throws IOException {
        ports.close();
        world.timeline.close();
    }

    private Socket connect() throws IOException {
        Socket socket = new Socket(InetAddress.getLoopbackAddress(), ports.port());
        socket.setSoTimeout(10_000);
        return socket;
    }

    private static void send(Socket socket, String text) throws IOException {
        socket.getOutputStream().write(text.getBytes(StandardCharsets.UTF_8));
        socket.getOutputStream().flush();
    }

    private static String read(Socket socket, String until) throws IOException {
        InputStream in = socket.getInputStream();
        StringBuilder read = new StringBuilder();
        while (read.indexOf(until) < 0) {
            int b = in.read();
            if (b < 0) {
                return read + "(closed)";
            }
            read.append((char) b);
        }
        return read.toString();
    }

    @Test
    void answerComesByTheConnectionWhateverTheViaSays() throws IOException {
        try (Socket socket = connect()) {
            for (char c : (OPTIONS + OPTIONS).toCharArray()) {
                send(socket, String.valueOf(c));
            }
            assertThat(read(socket, "\r\n\r\n")).startsWith("SIP/2.0 200").contains("SIP/2.0/TCP 192.0.2.77:9");
            assertThat(read(socket, "\r\n\r\n")).startsWith("SIP/2.0 200");
        }
    }

    @Test
    void keepAliveIsAnswered() throws IOException {
        try (Socket socket = connect()) {
            send(socket, "\r\n\r\n");
            assertThat(read(socket, "\r\n")).isEqualTo("\r\n");
            send(socket, OPTIONS);
            assertThat(read(socket, "\r\n\r\n")).startsWith("SIP/2.0 200");
        }
    }

    @Test
    void connectionEndsWhereTheNextMessageCantBeFound() throws IOException {
        try (Socket socket = connect()) {
            send(socket, OPTIONS.replace("Content-Length: 0\r\n", ""));
            assertThat(read(socket, "\r\n\r\n")).isEqualTo("(closed)");
        }
    }

    @Test
    void aMessageThatIsLongerThanAnyMayBeEndsTheConnectionBeforeItHasCome() throws IOException {
        try (Socket socket = connect()) {
            send(socket, OPTIONS.replace("Content-Length: 0", "Content-Length: 2000000000"));
            assertThat(read(socket, "\r\n\r\n")).isEqualTo("(closed)");
        }
        try (Socket socket = connect()) {
            send(socket, "OPTIONS sip:a SIP/2.0\r\nX: " + "x".repeat(SipMessage.LARGEST));
            assertThat(read(socket, "\r\n\r\n")).isEqualTo("(closed)");
        }
    }

    @Test
    void whoSaysItsFirstMessageByteByByteForTooLongIsWaitedForNoLongerThanWhoSaysNothing() throws Exception {
        try (Socket slow = connect();
                Socket silent = connect();
                Socket good = connect()) {
            send(good, OPTIONS);
            assertThat(read(good, "\r\n\r\n")).startsWith("SIP/2.0 200");
            boolean isOpen = true;
            for (int i = 0; i < 100 && isOpen; i++) {
                try {
                    send(slow, OPTIONS.substring(i, i + 1));
                } catch (IOException closed) {
                    isOpen = false;
                }
                Thread.sleep(50);
            }
            assertThat(isOpen).as("open after so many seconds of one message").isFalse();
            assertThat(read(silent, "\r\n")).isEqualTo("(closed)");
            send(good, OPTIONS);
            assertThat(read(good, "\r\n\r\n")).as("who spoke may be silent").startsWith("SIP/2.0 200");
        }
    }

    @Test
    void whoSaysNothingMakesRoomForSomebodyWho() throws IOException {
        List<Socket> open = new ArrayList<>();
        try {
            for (int i = 0; i < StreamSipPort.MOST_CONNECTIONS; i++) {
                open.add(connect());
            }
            try (Socket one = connect()) {
                send(one, OPTIONS);
                assertThat(read(one, "\r\n\r\n")).startsWith("SIP/2.0 200");
            }
        } finally {
            for (Socket socket : open) {
                socket.close();
            }
        }
    }

    @Test
    void moreConnectionsThanThereIsRoomForAreClosed() throws IOException {
        List<Socket> open = new ArrayList<>();
        try {
            for (int i = 0; i < StreamSipPort.MOST_CONNECTIONS; i++) {
                Socket socket = connect();
                open.add(socket);
                send(socket, "\r\n\r\n");
                assertThat(read(socket, "\r\n")).isEqualTo("\r\n");
            }
            try (Socket oneTooMany = connect()) {
                assertThat(read(oneTooMany, "\r\n")).isEqualTo("(closed)");
            }
            open.remove(0).close();
            String answered = "(closed)";
            for (int tries = 0; tries < 50 && answered.equals("(closed)"); tries++) {
                try (Socket again = connect()) {
                    send(again, "\r\n\r\n");
                    answered = read(again, "\r\n");
                } catch (IOException closed) {
                    answered = "(closed)";
                }
            }
            assertThat(answered).as("once one has gone there is room again").isEqualTo("\r\n");
        } finally {
            for (Socket socket : open) {
                socket.close();
            }
        }
    }
}
