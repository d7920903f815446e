package jordfell.lab.capture;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.core.sip.SipReader;
import jordfell.core.sip.SipReading;
import jordfell.lab.net.Endpoint;
import org.xbill.DNS.Flags;
import org.xbill.DNS.Message;
import org.xbill.DNS.Rcode;
import org.xbill.DNS.Record;
import org.xbill.DNS.Section;
import org.xbill.DNS.Type;

/** What a datagram is, in a line that holds no secret: the first line of SIP, the question of DNS. */
public final class Summary {

    private static final int NAMES = 53;
    private static final int TIME = 123;
    private static final int LOG = 514;
    private static final int LONGEST = 120;

    private Summary() {}

    /**
     * A line.
     *
     * @param protocol in capital letters
     * @param troubled whether it tells of something that failed
     */
    public record Line(String protocol, String text, boolean troubled) {}

    public static Line of(Captured captured) {
        Line whole = ofAll(captured);
        return captured.firstFragment() == 0
                ? whole
                : new Line(whole.protocol(), whole.text() + ": only its first fragment is sent on", true);
    }

    private static Line ofAll(Captured captured) {
        int port = Math.min(captured.from().port(), captured.to().port());
        if (port == NAMES) {
            return dns(captured.bytes());
        }
        if (port == TIME) {
            return new Line("NTP", captured.to().port() == TIME ? "what time is it" : "the time", false);
        }
        if (port == LOG) {
            return log(captured.bytes());
        }
        SipReading reading = SipReader.read(captured.bytes());
        if (reading instanceof SipReading.Message read) {
            return sip(read.message(), captured.to());
        }
        return reading instanceof SipReading.KeepAlive
                ? new Line("SIP", "keep-alive", false)
                : new Line("DATA", captured.bytes().length + " bytes", false);
    }

    private static Line sip(SipMessage message, Endpoint to) {
        String number = SipHeaders.toUser(message);
        if (message.isResponse()) {
            boolean isBad = message.status() >= 400 && message.status() != 401 && message.status() != 407;
            return new Line(
                    "SIP",
                    cut(message.startLine().replaceFirst("^SIP/2\\.0 ", "") + " to " + message.method() + " " + number),
                    isBad);
        }
        return new Line("SIP", cut(message.method() + " " + (number.isEmpty() ? to.toString() : number)), false);
    }

    private static Line dns(byte[] bytes) {
        try {
            Message message = new Message(bytes);
            Optional<Record> question = Optional.ofNullable(message.getQuestion());
            String asked = question.map(q -> q.getName().toString(true) + " " + Type.string(q.getType()))
                    .orElse("nothing");
            int rcode = message.getHeader().getRcode();
            String answer = !message.getHeader().getFlag(Flags.QR)
                    ? "?"
                    : rcode == Rcode.NOERROR
                            ? ": " + message.getSection(Section.ANSWER).size() + " found"
                            : ": " + Rcode.string(rcode);
            return new Line("DNS", cut(asked + answer), rcode != Rcode.NOERROR);
        } catch (IOException e) {
            return new Line("DNS", "broken", true);
        }
    }

    private static Line log(byte[] bytes) {
        String text = new String(bytes, StandardCharsets.UTF_8);
        return new Line("LOG", cut(text.replaceFirst("^.*?\\] ", "")), text.matches("(?s)<1(2[89]|3[0-2])>.*"));
    }

    private static String cut(String text) {
        String line = text.replaceAll("\\p{Cntrl}", " ");
        return line.length() <= LONGEST ? line : line.substring(0, LONGEST - 1) + "…";
    }
}
