package jordfell.core.calls;

import java.util.Optional;

/**
 * The ground as it would be with one callee changed.
 *
 * @param changed empty for one that is no more
 * @param was the number that it had; its own if that is the same
 */
public record ChangedGround(CallPath.Ground before, Optional<Callee> changed, String was) implements CallPath.Ground {

    public ChangedGround(CallPath.Ground before, Callee changed) {
        this(before, changed, changed.number());
    }

    public ChangedGround(CallPath.Ground before, Callee changed, String was) {
        this(before, Optional.of(changed), was);
    }

    /** The same without whoever has this number. */
    public static ChangedGround without(CallPath.Ground before, String number) {
        return new ChangedGround(before, Optional.empty(), number);
    }

    @Override
    public Optional<Callee> callee(String number) {
        if (changed.filter(callee -> callee.number().equals(number)).isPresent()) {
            return changed;
        }
        return number.equals(was) ? Optional.empty() : before.callee(number);
    }

    @Override
    public Optional<Boolean> leadsOutside(String diverting, String target) {
        return before.leadsOutside(diverting, target);
    }
}
