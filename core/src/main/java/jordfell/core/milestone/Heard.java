package jordfell.core.milestone;

import java.time.Instant;
import java.util.Optional;
import jordfell.core.evidence.SipSeen;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;

/**
 * A REGISTER that reached a node.
 *
 * @param leaving it asked to end a registration rather than to begin one (RFC 3261 §10.2.2)
 * @param agent what it says of itself
 * @param clock what time it was by the clock of who sent it; empty if it does not say
 */
public record Heard(
        Instant at,
        String node,
        String peer,
        boolean answersChallenge,
        boolean leaving,
        String agent,
        Optional<Instant> clock) {

    private static final int LONGEST_AGENT = 120;

    static Heard of(SipSeen.Request register) {
        String agent = register.message().first("User-Agent").orElse("");
        return new Heard(
                register.at(),
                register.node(),
                register.peer(),
                register.answersChallenge(),
                leaves(register.message()),
                agent.substring(0, Math.min(LONGEST_AGENT, agent.length())),
                SipHeaders.date(register.message()));
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
