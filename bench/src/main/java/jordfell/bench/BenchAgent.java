package jordfell.bench;

import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.SocketTimeoutException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import jordfell.core.sip.DigestAlgorithm;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;
import jordfell.core.sip.InstanceId;
import jordfell.core.sip.SipMessage;
import jordfell.core.sip.SipReader;
import jordfell.core.sip.SipReading;

/** A phone that registers from a real port of its own. */
final class BenchAgent implements AutoCloseable {

    private static final int PATIENCE_MILLIS = 2_000;
    private static final int LARGEST = 9_000;

    private static final DigestChallenge FIXED = new DigestChallenge("r", "nonce", DigestAlgorithm.SHA_256, false);

    private final DatagramSocket socket;
    private final int port;
    private final BenchPhone phone;
    private int cseq;

    /** @param port of the registrar */
    BenchAgent(int port, BenchPhone phone) throws IOException {
        this.socket = new DatagramSocket(0, InetAddress.getLoopbackAddress());
        socket.setSoTimeout(PATIENCE_MILLIS);
        this.port = port;
        this.phone = phone;
    }

    /** False when it was not answered. */
    boolean register() throws IOException {
        try {
            SipMessage challenged = ask("");
            SipMessage done = ask(proof(phone, challenged));
            return !done.isResponse() || done.status() == 200;
        } catch (SocketTimeoutException e) {
            return false;
        }
    }

    /** Asks, and does not wait. */
    void askOnly() throws IOException {
        send(message(phone, socket.getLocalPort(), ++cseq, ""));
    }

    /** The header by which it proves itself after this challenge; what is no challenge is answered like a fixed one. */
    static String proof(BenchPhone phone, SipMessage challenged) {
        DigestChallenge challenge = challenged.all("WWW-Authenticate").stream()
                .flatMap(h -> DigestChallenge.read(h).stream())
                .findFirst()
                .orElse(FIXED);
        return "Authorization: "
                + DigestAnswer.to(
                                challenge, phone.user(), phone.password(), "REGISTER", "sip:" + phone.domain(), "c", 1)
                        .header()
                + "\r\n";
    }

    /** A REGISTER; one that is enrolled says which device it is. */
    static byte[] message(BenchPhone phone, int from, int cseq, String proof) {
        String own = "<sip:" + phone.number() + "@" + phone.domain() + ">";
        String contact = phone.number() + "@127.0.0.1:" + from;
        String instance = phone.isEnrolled() ? ";+sip.instance=\"<" + InstanceId.of(phone.mac()) + ">\"" : "";
        return ("REGISTER sip:" + phone.domain() + " SIP/2.0\r\nVia: SIP/2.0/UDP 127.0.0.1:" + from
                        + ";rport;branch=z9hG4bK" + phone.number() + "x" + cseq + "\r\nMax-Forwards: 70\r\nFrom: "
                        + own + ";tag=a\r\nTo: " + own + "\r\nCall-ID: " + contact + "\r\nCSeq: " + cseq
                        + " REGISTER\r\nContact: <sip:" + contact + ">" + instance + "\r\nExpires: 600\r\n"
                        + proof
                        + "Content-Length: 0\r\n\r\n")
                .getBytes(StandardCharsets.UTF_8);
    }

    private SipMessage ask(String proof) throws IOException {
        cseq++;
        send(message(phone, socket.getLocalPort(), cseq, proof));
        while (true) {
            DatagramPacket packet = new DatagramPacket(new byte[LARGEST], LARGEST);
            socket.receive(packet);
            SipMessage answer = ((SipReading.Message)
                            SipReader.read(Arrays.copyOf(packet.getData(), packet.getLength())))
                    .message();
            if (answer.method().equals("REGISTER")
                    && answer.first("CSeq").orElse("").startsWith(cseq + " ")) {
                return answer;
            }
        }
    }

    private void send(byte[] bytes) throws IOException {
        socket.send(new DatagramPacket(bytes, bytes.length, InetAddress.getLoopbackAddress(), port));
    }

    @Override
    public void close() {
        socket.close();
    }
}
