package jordfell.server.support;

import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.nio.charset.StandardCharsets;
import java.util.UUID;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;
import jordfell.core.sip.SipMessage;
import jordfell.core.sip.SipReader;
import jordfell.core.sip.SipReading;

/** A user agent of its own on a real socket: somebody typed number, user and password into it. */
public final class UserAgent implements AutoCloseable {

    private final DatagramSocket socket;
    private final int port;
    private final String domain;
    private final String number;
    private final String user;
    private final String password;
    private final String callId = UUID.randomUUID().toString();
    private String instance = "";
    private int cseq;

    public UserAgent(int port, String domain, String number, String user, String password) throws IOException {
        this.socket = new DatagramSocket(0, InetAddress.getLoopbackAddress());
        socket.setSoTimeout(5_000);
        this.port = port;
        this.domain = domain;
        this.number = number;
        this.user = user;
        this.password = password;
    }

    /** Has it name an instance, its own or not, such as {@code urn:uuid:00000000-0000-1000-8000-024b7a0e2501}. */
    public UserAgent naming(String urn) {
        instance = ";+sip.instance=\"<" + urn + ">\"";
        return this;
    }

    /** Where it sends from. */
    public String address() {
        return "127.0.0.1:" + socket.getLocalPort();
    }

    /** Asks, answers the challenge, and gives the status of the last answer. */
    public int register(int expires) throws IOException {
        SipMessage challenged = ask(expires, "");
        if (challenged.status() != 401) {
            return challenged.status();
        }
        DigestChallenge challenge = challenged.all("WWW-Authenticate").stream()
                .flatMap(h -> DigestChallenge.read(h).stream())
                .findFirst()
                .orElseThrow();
        DigestAnswer answer = DigestAnswer.to(challenge, user, password, "REGISTER", "sip:" + domain, "c0ffee", 1);
        return ask(expires, "Authorization: " + answer.header() + "\r\n").status();
    }

    /** Answers pings, calls and their ends until nothing comes for a moment. */
    public void answer(int milliseconds) throws IOException {
        socket.setSoTimeout(milliseconds);
        try {
            while (true) {
                SipMessage asked = receive();
                if (!asked.isResponse() && !asked.method().equals("ACK")) {
                    StringBuilder ok = new StringBuilder("SIP/2.0 200 OK\r\n");
                    asked.headers().stream()
                            .filter(h -> h.name().matches("(?i)via|from|to|call-id|cseq"))
                            .forEach(h -> ok.append(h.name())
                                    .append(": ")
                                    .append(h.value())
                                    .append("\r\n"));
                    send(ok + "Contact: <sip:" + number + "@" + address() + ">\r\nContent-Length: 0\r\n\r\n");
                }
            }
        } catch (java.net.SocketTimeoutException e) {
            socket.setSoTimeout(5_000);
        }
    }

    /** Calls a number, and hangs up when it was answered; gives the status of the answer. */
    public int call(String called) throws IOException {
        String id = UUID.randomUUID().toString();
        send(inCall("INVITE", called, id, 1, ""));
        SipMessage answer = receive();
        while (!answer.isResponse() || answer.status() < 200) {
            answer = receive();
        }
        String tag = answer.first("To").orElse("").replaceFirst(".*(;tag=[^;]*).*", "$1");
        send(inCall("ACK", called, id, 1, tag.startsWith(";") ? tag : ""));
        send(inCall("BYE", called, id, 2, tag.startsWith(";") ? tag : ""));
        return answer.status();
    }

    private String inCall(String method, String called, String id, int n, String toTag) {
        return method + " sip:" + called + "@" + domain + " SIP/2.0\r\nVia: SIP/2.0/UDP " + address()
                + ";rport;branch=z9hG4bK" + id + method + "\r\nMax-Forwards: 70\r\nFrom: <sip:" + number + "@" + domain
                + ">;tag=ua\r\nTo: <sip:" + called + "@" + domain + ">" + toTag + "\r\nCall-ID: " + id + "\r\nCSeq: "
                + n + " " + method + "\r\nContact: <sip:" + number + "@" + address() + ">\r\nContent-Length: 0\r\n\r\n";
    }

    private SipMessage ask(int expires, String headers) throws IOException {
        cseq++;
        send("REGISTER sip:" + domain + " SIP/2.0\r\nVia: SIP/2.0/UDP " + address() + ";rport;branch=z9hG4bK" + callId
                + cseq + "\r\nMax-Forwards: 70\r\nFrom: <sip:" + number + "@" + domain + ">;tag=ua\r\nTo: <sip:"
                + number + "@" + domain + ">\r\nCall-ID: " + callId + "\r\nCSeq: " + cseq
                + " REGISTER\r\nUser-Agent: Handset/0.9\r\nContact: <sip:" + number + "@" + address()
                + ">" + instance + "\r\nExpires: " + expires + "\r\n" + headers + "Content-Length: 0\r\n\r\n");
        while (true) {
            SipMessage answer = receive();
            if (answer.isResponse() && answer.first("CSeq").orElse("").equals(cseq + " REGISTER")) {
                return answer;
            }
        }
    }

    private void send(String text) throws IOException {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        socket.send(new DatagramPacket(bytes, bytes.length, InetAddress.getLoopbackAddress(), port));
    }

    private SipMessage receive() throws IOException {
        DatagramPacket packet = new DatagramPacket(new byte[8_192], 8_192);
        socket.receive(packet);
        byte[] bytes = java.util.Arrays.copyOf(packet.getData(), packet.getLength());
        return ((SipReading.Message) SipReader.read(bytes)).message();
    }

    @Override
    public void close() {
        socket.close();
    }
}
