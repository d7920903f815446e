package jordfell.core.calls;

import java.time.Duration;
import java.util.Optional;

/**
 * Where calls for an extension go instead.
 *
 * @param always whatever its devices do
 * @param unanswered when nobody answers within {@code after}
 * @param unreachable when nothing is there to be rung
 * @param also what rings together with its devices: another extension, or a number outside such as somebody’s mobile
 */
public record Diversions(
        Optional<String> always,
        Optional<String> busy,
        Optional<String> unanswered,
        Duration after,
        Optional<String> unreachable,
        Optional<String> also) {

    /** How long it rings before it counts as not answered, where nothing else is said. */
    public static final Duration USUAL = Duration.ofSeconds(20);

    public static final Diversions NONE =
            new Diversions(Optional.empty(), Optional.empty(), Optional.empty(), USUAL, Optional.empty());

    /** Those with which nothing rings together with the devices. */
    public Diversions(
            Optional<String> always,
            Optional<String> busy,
            Optional<String> unanswered,
            Duration after,
            Optional<String> unreachable) {
        this(always, busy, unanswered, after, unreachable, Optional.empty());
    }

    /** The same, and this rings together with the devices. */
    public Diversions ringingAlso(Optional<String> target) {
        return new Diversions(always, busy, unanswered, after, unreachable, target);
    }

    /**
     * What comes of them where the phone that is rung diverts calls as well: the registrar’s <em>always</em> comes first, since
     * the phone is never rung; where it is rung, it says itself that it is busy or waited long enough, unless the registrar
     * waits less; and a phone that is not there diverts nothing.
     */
    public Diversions with(Diversions phone) {
        boolean phoneWaitsLess =
                phone.unanswered.isPresent() && (unanswered.isEmpty() || phone.after.compareTo(after) <= 0);
        return new Diversions(
                always.or(phone::always),
                phone.busy.or(() -> busy),
                phoneWaitsLess ? phone.unanswered : unanswered,
                phoneWaitsLess ? phone.after : after,
                unreachable,
                also);
    }

    /** Whether calls go where they are called, and nowhere else. */
    public boolean isNone() {
        return always.isEmpty() && busy.isEmpty() && unanswered.isEmpty() && unreachable.isEmpty() && also.isEmpty();
    }
}
