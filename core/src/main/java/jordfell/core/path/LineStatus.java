package jordfell.core.path;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.milestone.Heard;
import jordfell.core.milestone.LineMilestones;
import jordfell.core.milestone.Milestones;
import jordfell.core.milestone.Ping;
import jordfell.core.milestone.Refusal;

/** How one line stands with the registrar. */
public record LineStatus(int position, String number, LineMilestones reached) {

    /** Where nobody answers a phone waits for up to a minute, and to ask two registrars in vain takes half a minute more. */
    private static final Duration TRIES_AGAIN_WITHIN = Duration.ofMinutes(2);

    /** Its newest binding event. */
    public Optional<BindingChanged> binding() {
        return reached.binding();
    }

    /** The registrar's no, unless it said yes since. */
    public Optional<Refusal> refusal() {
        return reached.refusal();
    }

    /** A live binding that no later refusal speaks against. */
    public boolean accepted(Instant now) {
        return refusal().isEmpty() && bindingLive(now);
    }

    public boolean bindingLive(Instant now) {
        return binding()
                .filter(b -> b.change().live() && b.expiresAt().isAfter(now))
                .isPresent();
    }

    /** Whether that registration was refreshed at least once. */
    public boolean refreshed() {
        return binding()
                .filter(b -> b.change() == BindingChanged.Change.REFRESHED)
                .isPresent();
    }

    /** It was registered once, is not any more, and asked for no other since. */
    public boolean lapsed(Instant now) {
        return binding().isPresent()
                && !bindingLive(now)
                && reached.heard()
                        .filter(h -> h.at().isAfter(binding().get().at()))
                        .isEmpty();
    }

    /** Whether its registration was taken back rather than running out. */
    public boolean takenBack() {
        return binding()
                .filter(b -> b.change() == BindingChanged.Change.REMOVED)
                .isPresent();
    }

    /** Whether it ended its registration itself (RFC 3261 §10.2.2). */
    public boolean loggedOff() {
        return takenBack() && reached.heard().filter(Heard::leaving).isPresent();
    }

    /** When its registration ended, or will. */
    public Optional<Instant> endedAt() {
        // That it ran out is noticed a moment later.
        return binding().map(b -> b.change().live() || b.expiresAt().isBefore(b.at()) ? b.expiresAt() : b.at());
    }

    /**
     * By when a device that lives on would have shown itself once this line's registration ended: at its next look for its
     * configuration. Empty for one that looks for none, as far as was seen.
     */
    public Optional<Instant> showsItselfBy(DeviceFacts facts, Milestones reached) {
        return endedAt()
                .flatMap(end -> reached.fetches()
                        .taken()
                        .map(t -> t.newest().at().plus(facts.checkEvery()))
                        .filter(look -> !facts.byHand())
                        .map(look -> (look.isAfter(end) ? look : end).plus(Journey.USUAL_STEP)));
    }

    /** Until when it is no wonder that nothing was seen since the registration ended: it is about to try again. */
    public Optional<Instant> triesAgainBy() {
        return endedAt().map(end -> end.plus(TRIES_AGAIN_WITHIN));
    }

    /** It asked not long ago, and a registrar answered that with a challenge: it waits before it asks again. */
    public boolean waitsAfterAnswer(Instant now) {
        return reached.asks()
                .filter(asks -> asks.challenge().isPresent())
                .filter(asks -> asks.last().plus(TRIES_AGAIN_WITHIN).isAfter(now))
                .isPresent();
    }

    public boolean answersPings() {
        return reached.ping().filter(Ping::isDeaf).isEmpty();
    }
}
