package jordfell.core.evidence;

import java.time.Instant;
import java.util.Optional;
import jordfell.core.evidence.Observation.BindingChanged;

/**
 * What came of an agent that belongs to no enrolled device.
 *
 * @param words {@code registered}, or what it was answered last
 * @param node the registrar that said so; empty before any did
 * @param until when its registration runs out
 */
public record StrayOutcome(RegistrationState state, String words, String node, Optional<Instant> until) {

    /** It asked, and no response was seen. */
    public static final StrayOutcome NONE =
            new StrayOutcome(RegistrationState.NEVER, "not answered", "", Optional.empty());

    /** What it is after one more observation of the agent. */
    public StrayOutcome after(Observation o) {
        if (o instanceof SipSeen.Response response && response.status() == 401) {
            return state == RegistrationState.REGISTERED
                    ? this
                    : new StrayOutcome(RegistrationState.NEVER, "challenged", response.node(), Optional.empty());
        } else if (o instanceof SipSeen.Response response && response.status() >= 300) {
            String answer = response.message().startLine().substring("SIP/2.0 ".length());
            return new StrayOutcome(RegistrationState.REFUSED, answer, response.node(), Optional.empty());
        } else if (o instanceof BindingChanged binding) {
            return binding.change().live()
                    ? new StrayOutcome(
                            RegistrationState.REGISTERED,
                            "registered",
                            binding.node(),
                            Optional.of(binding.expiresAt()))
                    : new StrayOutcome(RegistrationState.ENDED, "was registered", binding.node(), Optional.empty());
        }
        return o instanceof SipSeen sip ? new StrayOutcome(state, words, sip.node(), until) : this;
    }

    /** What it is at this moment: a registration runs out by itself. */
    public StrayOutcome at(Instant now) {
        return state == RegistrationState.REGISTERED
                        && until.filter(now::isBefore).isEmpty()
                ? new StrayOutcome(RegistrationState.ENDED, "was registered", node, Optional.empty())
                : this;
    }
}
