package jordfell.core.evidence;

import java.time.Instant;
import java.util.Objects;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.core.sip.SipReader;
import jordfell.core.sip.SipReading;

/**
 * A datagram on the SIP port of a registrar node: what it was read as, beside the bytes as they came. What can’t be read is
 * an observation too.
 */
public sealed interface SipSeen extends Observation {

    /** Whether the agent sent it; false when the node did. */
    boolean toNode();

    /** The node where it was seen. */
    String node();

    /** The agent's source or destination, {@code address:port}. */
    String peer();

    Datagram datagram();

    /** The user of the To header; empty if there is none to read. */
    String number();

    @Override
    default String aboutNumber() {
        return number();
    }

    /** What ties the messages of one call or of one agent's registrations together; empty if there is none to read. */
    default String callId() {
        return this instanceof Message read ? read.message().first("Call-ID").orElse("") : "";
    }

    /** A request of this method. */
    default boolean asks(String method) {
        return this instanceof Request request && request.message().method().equals(method);
    }

    /** A response to a request of this method. */
    default boolean answers(String method) {
        return this instanceof Response response && response.message().method().equals(method);
    }

    /** What could be read. */
    sealed interface Message extends SipSeen {
        SipMessage message();
    }

    /** A request (RFC 3261 §7.1). */
    record Request(
            Instant at, boolean toNode, String node, String peer, String number, Datagram datagram, SipMessage message)
            implements Message {

        /** Reads the bytes of a request once more. */
        public static Request of(Instant at, boolean toNode, String node, String peer, Datagram datagram) {
            return (Request) SipSeen.of(at, toNode, node, peer, datagram);
        }

        @Override
        public int hashCode() {
            return SipSeen.hash(this);
        }

        /** Whether it carries an answer to a challenge of a registrar (RFC 3261 §22.2). */
        public boolean answersChallenge() {
            return message.first("Authorization").isPresent();
        }
    }

    /** A response (RFC 3261 §7.2). */
    record Response(
            Instant at, boolean toNode, String node, String peer, String number, Datagram datagram, SipMessage message)
            implements Message {

        /** Reads the bytes of a response once more. */
        public static Response of(Instant at, boolean toNode, String node, String peer, Datagram datagram) {
            return (Response) SipSeen.of(at, toNode, node, peer, datagram);
        }

        @Override
        public int hashCode() {
            return SipSeen.hash(this);
        }

        public int status() {
            return message.status();
        }

        /** Whether it only asks for the next try, with a password (RFC 3261 §22.2, §22.3). */
        public boolean isChallenge() {
            return status() == 401 || status() == 407;
        }

        /** Whether it is the response to this request (RFC 3261 §17.1.3, without the branch, which some agents lack). */
        public boolean answers(Request request) {
            return callId().equals(request.callId())
                    && message.first("CSeq").equals(request.message().first("CSeq"));
        }
    }

    /** What is no SIP message; {@code why} says where it broke. */
    record Broken(Instant at, boolean toNode, String node, String peer, Datagram datagram, String why)
            implements SipSeen {

        @Override
        public String number() {
            return "";
        }
    }

    /** Of a few words: all of a message is much to go through, and two of one moment are seldom of one length. */
    private static int hash(SipSeen seen) {
        return Objects.hash(seen.at(), seen.toNode(), seen.datagram().length());
    }

    /** Reads a datagram; a keep-alive is no message, and read as a broken one. */
    static SipSeen of(Instant at, boolean toNode, String node, String peer, Datagram datagram) {
        SipReading reading = SipReader.read(datagram.bytes());
        if (reading instanceof SipReading.Message read) {
            return of(at, toNode, node, peer, datagram, read.message());
        }
        String why = reading instanceof SipReading.Broken broken ? broken.reason() : "a keep-alive";
        return new Broken(at, toNode, node, peer, datagram, why);
    }

    /** The same of a datagram that was read already. */
    static SipSeen of(Instant at, boolean toNode, String node, String peer, Datagram datagram, SipMessage message) {
        String number = SipHeaders.toUser(message);
        return message.isResponse()
                ? new Response(at, toNode, node, peer, number, datagram, message)
                : new Request(at, toNode, node, peer, number, datagram, message);
    }
}
