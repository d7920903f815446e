package jordfell.core.sip;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import jordfell.core.sip.SipMessage.Header;

/**
 * Reads a datagram as a SIP message, tolerantly: folded lines, bare line feeds and unknown headers are taken; a body
 * shorter than its Content-Length is a truncated message and is refused (RFC 3261 §18.3).
 */
public final class SipReader {

    private static final Pattern REQUEST = Pattern.compile("[A-Za-z0-9.!%*_+`'~-]{1,64} \\S{1,2048} SIP/2\\.0");
    private static final Pattern RESPONSE = Pattern.compile("SIP/2\\.0 [1-6][0-9]{2}( .*)?");
    private static final Pattern LENGTH = Pattern.compile("[0-9]{1,6}");
    private static final String STATUS = "SIP/2.0 ";
    private static final int MOST_HEADERS = 200;

    private SipReader() {}

    public static SipReading read(byte[] datagram) {
        String text = new String(datagram, StandardCharsets.UTF_8);
        if (text.isBlank() || text.equals("\0")) {
            return new SipReading.KeepAlive();
        }
        if (datagram.length > SipMessage.LARGEST) {
            return broken(datagram.length + " bytes; at most " + SipMessage.LARGEST + " are read");
        }
        int head = endOfHead(text);
        if (head < 0) {
            return broken("no empty line ends the headers: truncated");
        }
        List<String> lines = lines(text, head);
        Pattern start = lines.get(0).startsWith(STATUS) ? RESPONSE : REQUEST;
        if (!start.matcher(lines.get(0)).matches()) {
            return broken("line 1 is neither a request line nor a status line");
        }
        if (lines.size() > MOST_HEADERS) {
            return broken(lines.size() + " header lines; at most " + MOST_HEADERS + " are read");
        }
        List<Header> headers = new ArrayList<>(lines.size());
        for (int i = 1; i < lines.size(); i++) {
            String line = lines.get(i);
            if (!headers.isEmpty() && (line.startsWith(" ") || line.startsWith("\t"))) {
                Header folded = headers.remove(headers.size() - 1);
                headers.add(new Header(folded.name(), folded.value() + " " + line.strip()));
                continue;
            }
            int colon = line.indexOf(':');
            if (colon < 1) {
                return broken("line " + (i + 1) + " has no header name before a colon");
            }
            headers.add(new Header(
                    line.substring(0, colon).strip(), line.substring(colon + 1).strip()));
        }
        String body = text.substring(head + (text.charAt(head) == '\r' ? 4 : 2));
        return withBody(new SipMessage(lines.get(0), headers, body));
    }

    /** The lines before {@code end}. Looked for by hand: every message of every phone is read here. */
    private static List<String> lines(String text, int end) {
        List<String> lines = new ArrayList<>();
        int from = 0;
        while (from <= end) {
            int feed = text.indexOf('\n', from);
            int until = feed < 0 || feed > end ? end : feed;
            boolean crlf = until > from && until < end && text.charAt(until - 1) == '\r';
            lines.add(text.substring(from, crlf ? until - 1 : until));
            from = until + 1;
        }
        return lines;
    }

    /** The body ends where Content-Length says; what follows in the datagram is dropped (RFC 3261 §18.3). */
    private static SipReading withBody(SipMessage message) {
        String declared = message.first("Content-Length").orElse("");
        if (declared.isEmpty()) {
            return new SipReading.Message(message);
        }
        if (!LENGTH.matcher(declared).matches()) {
            return broken("Content-Length is not a number");
        }
        byte[] body = message.body().getBytes(StandardCharsets.UTF_8);
        int length = Integer.parseInt(declared);
        if (length > body.length) {
            return broken("Content-Length says " + length + ", the body has " + body.length + ": truncated");
        }
        if (length == body.length) {
            return new SipReading.Message(message);
        }
        return new SipReading.Message(new SipMessage(
                message.startLine(), message.headers(), new String(body, 0, length, StandardCharsets.UTF_8)));
    }

    private static int endOfHead(String text) {
        int crlf = text.indexOf("\r\n\r\n");
        int lf = text.indexOf("\n\n");
        return crlf < 0 ? lf : lf < 0 ? crlf : Math.min(crlf, lf);
    }

    private static SipReading broken(String reason) {
        return new SipReading.Broken(reason);
    }
}
