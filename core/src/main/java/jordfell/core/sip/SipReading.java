package jordfell.core.sip;

/** What came of reading a datagram as SIP. */
public sealed interface SipReading {

    /** The shape of a message; its headers may still be wrong. */
    record Message(SipMessage message) implements SipReading {}

    /** Two CRLF, one CRLF or a zero byte: a keep-alive (RFC 5626 §3.5.1), not a message. */
    record KeepAlive() implements SipReading {}

    /** Not SIP. {@code reason} says why, and where. */
    record Broken(String reason) implements SipReading {}
}
