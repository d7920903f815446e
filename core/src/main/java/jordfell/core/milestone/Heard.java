package jordfell.core.milestone;

import java.time.Instant;
import jordfell.core.evidence.SipSeen;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;

/**
 * A REGISTER that reached a node.
 *
 * @param leaving it asked to end a registration rather than to begin one (RFC 3261 §10.2.2)
 * @param agent what it says of itself
 */
public record Heard(Instant at, String node, String peer, boolean answersChallenge, boolean leaving, String agent) {

    private static final int LONGEST_AGENT = 120;

    static Heard of(SipSeen.Request register) {
        String agent = register.message().first("User-Agent").orElse("");
        return new Heard(
                register.at(),
                register.node(),
                register.peer(),
                register.answersChallenge(),
                leaves(register.message()),
                agent.substring(0, Math.min(LONGEST_AGENT, agent.length())));
    }

    private static boolean leaves(SipMessage register) {
        if (register.first("Expires").filter("0"::equals).isPresent()) {
            return true;
        }
        var contacts = SipHeaders.contacts(register);
        return !contacts.isEmpty()
                && contacts.stream()
                        .allMatch(c -> c.param("expires").filter("0"::equals).isPresent());
    }
}
