package jordfell.server.calls;

import java.util.Optional;
import jordfell.core.dialing.DialTarget;

/** What a decision about a dialled number means for a call that is sent on to it. */
final class DialledTarget {

    private DialledTarget() {}

    /** Whether it goes outside: true if it may, false if it may not; empty if it is a number inside. */
    static Optional<Boolean> leadsOutside(DialTarget target) {
        return target instanceof DialTarget.Outside
                ? Optional.of(true)
                : target instanceof DialTarget.Refused ? Optional.of(false) : Optional.empty();
    }
}
