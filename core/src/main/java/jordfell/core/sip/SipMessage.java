package jordfell.core.sip;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * A SIP message as a start line, headers in their order, and a body (RFC 3261 §7). Nothing is checked here beyond that
 * shape: what a header means is {@link SipHeaders}' business, so that broken messages can be kept and shown.
 */
public record SipMessage(String startLine, List<Header> headers, String body) {

    /** Most bytes read from one datagram: no SIP over UDP that is meant well is longer (RFC 3261 §18.1.1). */
    public static final int LARGEST = 8_192;

    private static final int USUAL_LENGTH = 512;

    /** RFC 3261 §7.3.3 and §20: the compact forms. */
    private static final Map<String, String> COMPACT = Map.of(
            "v",
            "via",
            "f",
            "from",
            "t",
            "to",
            "m",
            "contact",
            "i",
            "call-id",
            "l",
            "content-length",
            "c",
            "content-type",
            "k",
            "supported",
            "s",
            "subject",
            "e",
            "content-encoding");

    /** In which letters of ASCII differ by their case. */
    private static final int CASE = 0x20;

    /** One header field, its name as written. */
    public record Header(String name, String value) {
        boolean is(String wanted) {
            if (name.length() == 1) {
                return COMPACT.getOrDefault(name.toLowerCase(Locale.ROOT), name).equalsIgnoreCase(wanted);
            }
            // Most are told apart by their lengths and first letters; this is asked hundreds of times for each message.
            return name.length() == wanted.length()
                    && !name.isEmpty()
                    && (name.charAt(0) | CASE) == (wanted.charAt(0) | CASE)
                    && name.equalsIgnoreCase(wanted);
        }
    }

    public SipMessage {
        headers = List.copyOf(headers);
    }

    public static SipMessage request(String method, String uri) {
        return new SipMessage(method + " " + uri + " SIP/2.0", List.of(), "");
    }

    public static SipMessage response(int status, String reason) {
        return new SipMessage("SIP/2.0 " + status + " " + reason, List.of(), "");
    }

    public boolean isResponse() {
        return startLine.startsWith("SIP/2.0 ");
    }

    /** The method of a request, or of the request that a response answers. */
    public String method() {
        if (!isResponse()) {
            return startLine.substring(0, startLine.indexOf(' '));
        }
        String cseq = first("CSeq").orElse("");
        return cseq.substring(cseq.indexOf(' ') + 1).strip();
    }

    /** The Request-URI, or empty text for a response. */
    public String requestUri() {
        int from = startLine.indexOf(' ') + 1;
        if (isResponse() || from == 0) {
            return "";
        }
        int to = startLine.indexOf(' ', from);
        return to < 0 ? startLine.substring(from) : startLine.substring(from, to);
    }

    /** The status code of a response, or 0 for a request. */
    public int status() {
        return isResponse() ? Integer.parseInt(startLine.substring(8, 11)) : 0;
    }

    public Optional<String> first(String name) {
        for (Header header : headers) {
            if (header.is(name)) {
                return Optional.of(header.value());
            }
        }
        return Optional.empty();
    }

    public List<String> all(String name) {
        // Without a stream: each message is asked a dozen times.
        List<String> values = List.of();
        for (Header header : headers) {
            if (header.is(name)) {
                if (values.isEmpty()) {
                    values = new ArrayList<>(2);
                }
                values.add(header.value());
            }
        }
        return Collections.unmodifiableList(values);
    }

    /** Whether a header of this name stands in it more than once. */
    public boolean isRepeated(String name) {
        int times = 0;
        for (Header header : headers) {
            times += header.is(name) ? 1 : 0;
        }
        return times > 1;
    }

    /** The same with more headers at the end. */
    public SipMessage with(List<Header> others) {
        List<Header> more = new ArrayList<>(headers.size() + others.size());
        more.addAll(headers);
        more.addAll(others);
        return new SipMessage(startLine, more, body);
    }

    /** The same with one more header at the end. */
    public SipMessage with(String name, String value) {
        List<Header> more = new ArrayList<>(headers);
        more.add(new Header(name, value));
        return new SipMessage(startLine, more, body);
    }

    /** The same with all headers of this name replaced by one, in the place of the first. */
    public SipMessage replacing(String name, String value) {
        List<Header> changed = new ArrayList<>();
        boolean done = false;
        for (Header header : headers) {
            if (!header.is(name)) {
                changed.add(header);
            } else if (!done) {
                changed.add(new Header(header.name(), value));
                done = true;
            }
        }
        return done ? new SipMessage(startLine, changed, body) : with(name, value);
    }

    /** The same with a header before all others, as a proxy adds its Via (RFC 3261 §16.6 step 8). */
    public SipMessage onTop(String name, String value) {
        List<Header> more = new ArrayList<>(headers);
        more.add(0, new Header(name, value));
        return new SipMessage(startLine, more, body);
    }

    /** The same without the first header of this name, as a proxy takes its Via off (RFC 3261 §16.7 step 3). */
    public SipMessage withoutFirst(String name) {
        List<Header> fewer = new ArrayList<>(headers);
        for (int i = 0; i < fewer.size(); i++) {
            if (fewer.get(i).is(name)) {
                fewer.remove(i);
                break;
            }
        }
        return new SipMessage(startLine, fewer, body);
    }

    /** The same without the last header of this name. */
    public SipMessage withoutLast(String name) {
        List<Header> fewer = new ArrayList<>(headers);
        for (int i = fewer.size() - 1; i >= 0; i--) {
            if (fewer.get(i).is(name)) {
                fewer.remove(i);
                break;
            }
        }
        return new SipMessage(startLine, fewer, body);
    }

    /** The same without any header of this name. */
    public SipMessage without(String name) {
        return new SipMessage(
                startLine, headers.stream().filter(h -> !h.is(name)).toList(), body);
    }

    public SipMessage withStartLine(String line) {
        return new SipMessage(line, headers, body);
    }

    /** The message on the wire, with a Content-Length that is right. */
    public String text() {
        StringBuilder out = new StringBuilder(USUAL_LENGTH).append(startLine).append("\r\n");
        for (Header header : headers) {
            if (!header.is("Content-Length")) {
                out.append(header.name()).append(": ").append(header.value()).append("\r\n");
            }
        }
        out.append("Content-Length: ")
                .append(body.getBytes(StandardCharsets.UTF_8).length)
                .append("\r\n\r\n");
        return out.append(body).toString();
    }

    public byte[] bytes() {
        return text().getBytes(StandardCharsets.UTF_8);
    }
}
