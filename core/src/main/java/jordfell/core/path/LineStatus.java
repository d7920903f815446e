package jordfell.core.path;

import java.time.Instant;
import java.util.Optional;
import jordfell.core.evidence.Evidence;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.core.evidence.Observation.SipSeen;

/**
 * How one line stands with the registrar.
 *
 * @param binding its newest binding event
 * @param acceptedSince when the present unbroken registration began
 * @param refreshed whether that registration was refreshed at least once
 * @param refusal the newest final refusal of a REGISTER, unless it was accepted since
 * @param lastHeard its newest REGISTER
 * @param ping the newest question whether it is there
 */
public record LineStatus(
        int position,
        String number,
        Optional<BindingChanged> binding,
        Optional<Instant> acceptedSince,
        boolean refreshed,
        Optional<SipSeen> refusal,
        Optional<SipSeen> lastHeard,
        Optional<Pinged> ping) {

    static LineStatus of(int position, String number, Evidence evidence) {
        Optional<BindingChanged> binding =
                evidence.last(BindingChanged.class, b -> b.number().equals(number));
        Optional<BindingChanged> added = evidence.last(
                BindingChanged.class, b -> b.number().equals(number) && b.change() == BindingChanged.Change.ADDED);
        Optional<SipSeen> refusal = evidence.last(SipSeen.class, s -> s.number().equals(number) && isFinalToRegister(s))
                .filter(s -> s.message().status() >= 300);
        return new LineStatus(
                position,
                number,
                binding,
                added.map(BindingChanged::at),
                binding.filter(b -> b.change() == BindingChanged.Change.REFRESHED)
                        .isPresent(),
                refusal,
                evidence.last(
                        SipSeen.class,
                        s -> s.number().equals(number) && s.toNode() && s.text().startsWith("REGISTER ")),
                evidence.last(Pinged.class, p -> p.number().equals(number)));
    }

    /** A live binding that no later refusal speaks against. */
    public boolean accepted(Instant now) {
        return refusal.isEmpty() && bindingLive(now);
    }

    public boolean bindingLive(Instant now) {
        return binding.filter(b -> b.change().live() && b.expiresAt().isAfter(now))
                .isPresent();
    }

    /** It was registered once, is not any more, and nothing was heard since. */
    public boolean lapsed(Instant now) {
        return binding.isPresent()
                && !bindingLive(now)
                && lastHeard.filter(h -> h.at().isAfter(binding.get().at())).isEmpty();
    }

    /** Whether its registration was taken back rather than running out. */
    public boolean takenBack() {
        return binding.filter(b -> b.change() == BindingChanged.Change.REMOVED).isPresent();
    }

    /** When its registration ended. */
    public Optional<Instant> endedAt() {
        return binding.map(b -> b.change().live() ? b.expiresAt() : b.at());
    }

    public boolean answersPings() {
        return ping.map(Pinged::answered).orElse(true);
    }

    /** Everything but a provisional response and a challenge, which only asks for the next try. */
    private static boolean isFinalToRegister(SipSeen seen) {
        if (seen.toNode() || !seen.text().startsWith("SIP/2.0 ")) {
            return false;
        }
        int status = seen.message().status();
        return status >= 200 && status != 401 && seen.message().method().equals("REGISTER");
    }
}
