package jordfell.lab.wire;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.SocketTimeoutException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.sip.SipMessage;
import jordfell.lab.world.TinyWorld;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A plain UDP client that writes its bytes by hand, against the real socket on 127.0.0.1. */
class SipPortsTest {

    private final TinyWorld world = new TinyWorld();
    private SipPorts port;
    private DatagramSocket client;

    @BeforeEach
    void open() throws IOException {
        port = SipPorts.open(0, world.timeline, world.world, Certificates.context());
        world.timeline.goLive();
        client = new DatagramSocket(0, InetAddress.getLoopbackAddress());
        client.setSoTimeout(20_000);
    }

    @AfterEach
    void close() throws IOException {
        client.close();
        port.close();
        world.timeline.close();
    }

    private void send(String text) throws IOException {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        client.send(new DatagramPacket(bytes, bytes.length, InetAddress.getLoopbackAddress(), port.port()));
    }

    private String receive() throws IOException {
        DatagramPacket packet = new DatagramPacket(new byte[9_000], 9_000);
        client.receive(packet);
        return new String(packet.getData(), 0, packet.getLength(), StandardCharsets.UTF_8);
    }

    private String register(int cseq, String authorization) {
        return "REGISTER sip:voice.tarnholm.example SIP/2.0\r\n"
                + "Via: SIP/2.0/UDP 127.0.0.1:" + client.getLocalPort() + ";rport;branch=z9hG4bKhand" + cseq + "\r\n"
                + "Max-Forwards: 70\r\n"
                + "From: <sip:2416@voice.tarnholm.example>;tag=hand\r\n"
                + "To: <sip:2416@voice.tarnholm.example>\r\n"
                + "Call-ID: by-hand\r\n"
                + "CSeq: " + cseq + " REGISTER\r\n"
                + "Contact: <sip:2416@127.0.0.1:" + client.getLocalPort() + ">\r\n"
                + "Expires: 60\r\n"
                + authorization
                + "Content-Length: 0\r\n\r\n";
    }

    private static String md5(String text) throws Exception {
        return HexFormat.of().formatHex(MessageDigest.getInstance("MD5").digest(text.getBytes(StandardCharsets.UTF_8)));
    }

    /** What answers the challenge of this 401. */
    private String authorization(String challenge) throws Exception {
        Matcher nonce = Pattern.compile("nonce=\"([^\"]+)\", algorithm=MD5").matcher(challenge);
        assertThat(nonce.find()).isTrue();
        String ha1 = md5("2416-a:voice.tarnholm.example:GoodPassword2416xyzA");
        String ha2 = md5("REGISTER:sip:voice.tarnholm.example");
        String response = md5(ha1 + ":" + nonce.group(1) + ":00000001:cafe:auth:" + ha2);
        return "Authorization: Digest username=\"2416-a\", realm=\"voice.tarnholm.example\", nonce=\"" + nonce.group(1)
                + "\", uri=\"sip:voice.tarnholm.example\", response=\"" + response
                + "\", algorithm=MD5, qop=auth, nc=00000001, cnonce=\"cafe\"\r\n";
    }

    @Test
    void plainClientRegistersWithBytesWrittenByHand() throws Exception {
        send(register(1, ""));
        String challenge = receive();
        assertThat(challenge).startsWith("SIP/2.0 401 Unauthorized\r\n");
        String proven = register(2, authorization(challenge));
        send(proven);
        String ok = receive();
        assertThat(ok)
                .startsWith("SIP/2.0 200 OK\r\n")
                .contains("Contact: <sip:2416@127.0.0.1:")
                .contains("expires=60");
        send(proven);
        assertThat(receive()).as("the same request again is answered as before").isEqualTo(ok);
        assertThat(receive()).startsWith("OPTIONS sip:2416@127.0.0.1:");
    }

    @Test
    void anAgentThatIsNoEnrolledDeviceSpeaksForNone() throws Exception {
        send(register(1, ""));
        String challenge = receive();
        send(register(2, "").replace("sip:voice.tarnholm.example SIP", "sip:elsewhere.example SIP"));
        assertThat(receive()).startsWith("SIP/2.0 404");
        assertThat(world.seen)
                .as("counted, and answered")
                .noneMatch(s -> s.toString().contains("by-hand"));
        assertThat(world.world.counters().strangers.get()).isEqualTo(2);
        send(register(3, authorization(challenge)));
        assertThat(receive()).startsWith("SIP/2.0 200");
        assertThat(waitFor(() -> List.copyOf(world.strays).stream().anyMatch(BindingChanged.class::isInstance)))
                .as("it is registered, and a stray")
                .isTrue();
        assertThat(world.seen).noneMatch(s -> s.toString().contains("by-hand"));
    }

    /** About 2,000 a second from 100 ports for three seconds; then it stops by itself. */
    private void flood() {
        List<DatagramSocket> ports = new ArrayList<>();
        try {
            byte[] hostile = register(1, "").replace("by-hand", "hostile").getBytes(StandardCharsets.UTF_8);
            for (int i = 0; i < 100; i++) {
                ports.add(new DatagramSocket(0, InetAddress.getLoopbackAddress()));
            }
            for (int round = 0; round < 60; round++) {
                for (DatagramSocket from : ports) {
                    from.send(
                            new DatagramPacket(hostile, hostile.length, InetAddress.getLoopbackAddress(), port.port()));
                }
                Thread.sleep(50);
            }
        } catch (IOException | InterruptedException e) {
            throw new IllegalStateException(e);
        } finally {
            ports.forEach(DatagramSocket::close);
        }
    }

    @Test
    void anAgentKeepsRegisteringWhileThousandsOfHostileDatagramsComeIn() throws Exception {
        Thread hostile = new Thread(this::flood);
        hostile.start();
        int registered = 0;
        client.setSoTimeout(1_000);
        for (int i = 0; i < 8; i++) {
            registered += registersWithRepeats(2 * i + 1) ? 1 : 0;
        }
        hostile.join();
        assertThat(registered).isEqualTo(8);
        assertThat(world.seen).noneMatch(s -> s.toString().contains("hostile"));
    }

    /** Registers as an agent does: what is not answered within a second is sent again, four times at the most. */
    private boolean registersWithRepeats(int cseq) throws Exception {
        String challenge = answered(register(cseq, ""), "SIP/2.0 401");
        return !answered(register(cseq + 1, authorization(challenge)), "SIP/2.0 200")
                .isEmpty();
    }

    private String answered(String request, String beginning) throws Exception {
        for (int i = 0; i < 4; i++) {
            send(request);
            try {
                for (String answer = receive(); ; answer = receive()) {
                    if (answer.startsWith(beginning)) {
                        return answer;
                    }
                }
            } catch (SocketTimeoutException e) {
                // Sent again.
            }
        }
        return "";
    }

    @Test
    void garbageIsCountedAndTheSocketGoesOnAnswering() throws Exception {
        Random random = new Random(5);
        for (int i = 0; i < 50; i++) {
            byte[] garbage = new byte[1 + random.nextInt(600)];
            random.nextBytes(garbage);
            client.send(new DatagramPacket(garbage, garbage.length, InetAddress.getLoopbackAddress(), port.port()));
        }
        send("\r\n\r\n");
        send(register(1, "").replace("Content-Length: 0", "Content-Length: 500"));
        send("REGISTER sip:voice.tarnholm.example SIP/2.0\r\nVia: cut off in the");
        send(register(2, "").replace("To: <sip:2416@voice.tarnholm.example>\r\n", ""));
        for (int refused = 0; refused < 3; refused++) {
            assertThat(receive()).startsWith("SIP/2.0 400 Bad Request");
        }
        send(register(3, ""));
        assertThat(receive()).startsWith("SIP/2.0 401");
        assertThat(world.world.counters().broken.get()).isEqualTo(52);
        assertThat(world.world.counters().keepAlives.get()).isEqualTo(1);
    }

    @Test
    void tooLargeADatagramIsDroppedAndCounted() throws Exception {
        send(register(1, "X: " + "y".repeat(SipMessage.LARGEST) + "\r\n"));
        send(register(2, ""));
        assertThat(receive()).contains("CSeq: 2 REGISTER");
        assertThat(world.world.counters().tooLarge.get()).isEqualTo(1);
    }

    @Test
    void tooManyDatagramsFromOneSourceAreDroppedAndCounted() throws Exception {
        for (int i = 0; i < SipGate.STRANGERS_BURST * 3; i++) {
            send("\r\n\r\n");
        }
        assertThat(waitFor(() -> world.world.counters().tooMany.get() > 0)).isTrue();
        try (DatagramSocket other = new DatagramSocket(0, InetAddress.getLoopbackAddress())) {
            other.setSoTimeout(3_000);
            byte[] bytes = register(1, "").getBytes(StandardCharsets.UTF_8);
            other.send(new DatagramPacket(bytes, bytes.length, InetAddress.getLoopbackAddress(), port.port()));
            DatagramPacket answer = new DatagramPacket(new byte[9_000], 9_000);
            other.receive(answer);
            assertThat(new String(answer.getData(), 0, 11, StandardCharsets.UTF_8))
                    .isEqualTo("SIP/2.0 401");
        }
    }

    @Test
    void takenPortIsSaidSo() {
        assertThatThrownBy(() -> SipPorts.open(port.port(), world.timeline, world.world, Certificates.context()))
                .isInstanceOf(IOException.class);
    }

    @Test
    void unansweredMessagesStayUnanswered() throws Exception {
        send("ACK sip:2416@voice.tarnholm.example SIP/2.0\r\nVia: SIP/2.0/UDP 127.0.0.1;branch=z9hG4bK1\r\n"
                + "From: <sip:a@b>;tag=1\r\nTo: <sip:c@d>\r\nCall-ID: x\r\nCSeq: 1 ACK\r\n\r\n");
        client.setSoTimeout(300);
        assertThatThrownBy(this::receive).isInstanceOf(SocketTimeoutException.class);
    }

    private interface Check {
        boolean holds();
    }

    private static boolean waitFor(Check check) throws InterruptedException {
        for (int i = 0; i < 100 && !check.holds(); i++) {
            Thread.sleep(20);
        }
        return check.holds();
    }
}
