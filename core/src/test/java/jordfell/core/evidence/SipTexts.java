package jordfell.core.evidence;

import java.time.Instant;

/** SIP as a phone and the node <em>north</em> would send it. */
public final class SipTexts {

    private static final String PEER = "192.0.2.1:5060";

    private SipTexts() {}

    /** A REGISTER, with more headers, one a line. */
    public static SipSeen register(Instant at, String number, String host, String... headers) {
        return register(at, 1, number, host, headers);
    }

    public static SipSeen register(Instant at, int cseq, String number, String host, String... headers) {
        return seen(at, true, "REGISTER sip:" + host + " SIP/2.0", number, host, cseq + " REGISTER", headers);
    }

    /** What the node answers to a REGISTER: status and reason, and more headers. */
    public static SipSeen answer(Instant at, String number, String status, String... headers) {
        return seen(at, false, "SIP/2.0 " + status, number, "v.example", "1 REGISTER", headers);
    }

    public static SipSeen answerTo(Instant at, int cseq, String number, String status, String... headers) {
        return seen(at, false, "SIP/2.0 " + status, number, "v.example", cseq + " REGISTER", headers);
    }

    /** A REGISTER of a Call-ID of its own. */
    public static SipSeen registerIn(
            Instant at, String callId, int cseq, String number, String host, String... headers) {
        return in(callId, register(at, cseq, number, host, headers));
    }

    /** What the node answers to it. */
    public static SipSeen answerIn(Instant at, String callId, int cseq, String number, String status) {
        return in(callId, answerTo(at, cseq, number, status));
    }

    private static SipSeen in(String callId, SipSeen seen) {
        String text = seen.datagram().text().replace("Call-ID: c\r\n", "Call-ID: " + callId + "\r\n");
        return SipSeen.of(seen.at(), seen.toNode(), seen.node(), seen.peer(), Datagram.of(text));
    }

    /** A SUBSCRIBE of a Call-ID of its own, to the event that is named. */
    public static SipSeen subscribe(Instant at, String callId, int cseq, String number, String event, String... more) {
        String[] headers = java.util.Arrays.copyOf(more, more.length + 1);
        headers[more.length] = "Event: " + event;
        return in(
                callId,
                seen(
                        at,
                        true,
                        "SUBSCRIBE sip:" + number + "@v.example SIP/2.0",
                        number,
                        "v.example",
                        cseq + " SUBSCRIBE",
                        headers));
    }

    /** What the node answers to it. */
    public static SipSeen subscribed(
            Instant at, String callId, int cseq, String number, String status, String... headers) {
        return in(callId, seen(at, false, "SIP/2.0 " + status, number, "v.example", cseq + " SUBSCRIBE", headers));
    }

    /** What the node answers to a call. */
    public static SipSeen answerToCall(Instant at, String number, String status) {
        return seen(at, false, "SIP/2.0 " + status, number, "v.example", "1 INVITE");
    }

    private static SipSeen seen(
            Instant at, boolean toNode, String start, String number, String host, String cseq, String... headers) {
        String more = headers.length == 0 ? "" : String.join("\r\n", headers) + "\r\n";
        String text = start + "\r\nFrom: <sip:" + number + "@" + host + ">;tag=f\r\nTo: <sip:" + number + "@" + host
                + ">\r\nCall-ID: c\r\nCSeq: " + cseq + "\r\n" + more + "\r\n";
        return SipSeen.of(at, toNode, "north", PEER, Datagram.of(text));
    }
}
