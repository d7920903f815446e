package jordfell.core.sip;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import jordfell.core.sip.SipMessage.Header;

/**
 * A request that is not as it has to be, as far as its sender can be told so (RFC 3261 §8.2.6, §18.3).
 *
 * @param request its method and those of its headers that can be read
 * @param status what it is answered: 505 for another version of SIP, 413 for too much, 400 for all else
 */
public record BrokenRequest(SipMessage request, int status) {

    private static final Pattern START = Pattern.compile("([A-Za-z0-9.!%*_+`'~-]{1,64})[ \t].*");
    private static final Pattern VERSION = Pattern.compile(".*[ \t]SIP/[0-9]+\\.[0-9]+[ \t]*");
    private static final int MOST_LINES = 200;

    /** What is left of a datagram that can’t be read; empty if it is no request, or there is no way back to its sender. */
    public static Optional<BrokenRequest> in(byte[] datagram) {
        int length = Math.min(datagram.length, SipMessage.LARGEST);
        String[] lines = new String(datagram, 0, length, StandardCharsets.UTF_8).split("\r?\n", MOST_LINES);
        var start = START.matcher(lines[0]);
        if (lines[0].startsWith("SIP/") || !start.matches() || !lines[0].contains("SIP/")) {
            return Optional.empty();
        }
        List<Header> headers = new ArrayList<>();
        for (int i = 1; i < lines.length && !lines[i].isEmpty(); i++) {
            int colon = lines[i].indexOf(':');
            if (colon > 0 && !lines[i].startsWith(" ") && !lines[i].startsWith("\t")) {
                headers.add(new Header(
                        lines[i].substring(0, colon).strip(),
                        lines[i].substring(colon + 1).strip()));
            }
        }
        SipMessage request = new SipMessage(start.group(1) + " sip:broken.invalid SIP/2.0", headers, "");
        if (request.first("Via").isEmpty() || request.method().equals("ACK")) {
            return Optional.empty();
        }
        return Optional.of(new BrokenRequest(request, status(lines[0], datagram.length)));
    }

    private static int status(String start, int length) {
        return length > SipMessage.LARGEST
                ? 413
                : VERSION.matcher(start).matches() && !start.strip().endsWith("SIP/2.0") ? 505 : 400;
    }
}
