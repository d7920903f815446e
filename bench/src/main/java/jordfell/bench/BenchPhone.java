package jordfell.bench;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import jordfell.core.evidence.Datagram;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.core.evidence.SipSeen;
import jordfell.core.identity.MacAddress;
import jordfell.core.sip.DigestAlgorithm;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;

/** A phone of one line, and what is seen of it on a usual day. */
record BenchPhone(
        long id, MacAddress mac, String number, String user, String password, String domain, String revision) {

    private static final String AGENT = "Korrin K24/2.4.1";
    private static final Duration EXPIRY = Duration.ofMinutes(25);

    @Override
    public String toString() {
        return "BenchPhone[" + id + "]";
    }

    /** Whether it is a device of a server’s. */
    boolean isEnrolled() {
        return id > 0;
    }

    Observation ping(Instant now) {
        return new Pinged(now, number, true);
    }

    Observation lookUp(Instant now) {
        return new NameLookedUp(now, "_sip._udp." + domain, "SRV", List.of("north:5060"));
    }

    Observation fetched(Instant now, int status) {
        return new ConfigRequested(now, mac.compact() + ".korrin", status, revision, AGENT, host());
    }

    /** A REGISTER with the right answer, the binding that comes of it, and the response. */
    List<Observation> registers(Instant now, BindingChanged.Change change, int cseq) {
        String contact = "Contact: <sip:" + number + "@" + address() + ">;expires=1500\r\n";
        return List.of(
                message(
                        now,
                        true,
                        cseq,
                        "REGISTER sip:" + domain + " SIP/2.0",
                        contact + "User-Agent: " + AGENT + "\r\nAuthorization: " + answer() + "\r\n"),
                binding(now, change),
                message(now, false, cseq, "SIP/2.0 200 OK", contact));
    }

    BindingChanged binding(Instant now, BindingChanged.Change change) {
        return new BindingChanged(
                now, number, change, "sip:" + number + "@" + address(), "north", address(), now.plus(EXPIRY));
    }

    private String answer() {
        DigestChallenge asked = new DigestChallenge(domain, "n0123456789", DigestAlgorithm.MD5, false);
        return DigestAnswer.to(asked, user, password, "REGISTER", "sip:" + domain, "c", 1)
                .header();
    }

    private SipSeen message(Instant now, boolean toNode, int cseq, String start, String more) {
        String own = "<sip:" + number + "@" + domain + ">";
        return SipSeen.of(
                now,
                toNode,
                "north",
                address(),
                Datagram.of(start + "\r\nVia: SIP/2.0/UDP " + address() + ";rport;branch=z9hG4bK" + cseq
                        + "\r\nMax-Forwards: 70\r\nFrom: " + own + ";tag=f1\r\nTo: " + own + "\r\nCall-ID: "
                        + mac.compact() + "@reg\r\nCSeq: " + cseq + " REGISTER\r\n" + more
                        + "Content-Length: 0\r\n\r\n"));
    }

    /** An address of the range that is kept for benchmarks (RFC 2544 appendix C.2.2), one for each phone. */
    private String host() {
        return "198." + (18 + (id >> 16 & 1)) + "." + (id >> 8 & 255) + "." + (id & 255);
    }

    private String address() {
        return host() + ":5060";
    }
}
