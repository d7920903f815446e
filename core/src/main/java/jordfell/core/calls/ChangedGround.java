package jordfell.core.calls;

import java.util.Optional;

/**
 * The ground as it would be with one callee changed.
 *
 * @param was the number that it had; its own if that is the same
 */
public record ChangedGround(CallPath.Ground before, Callee changed, String was) implements CallPath.Ground {

    public ChangedGround(CallPath.Ground before, Callee changed) {
        this(before, changed, changed.number());
    }

    @Override
    public Optional<Callee> callee(String number) {
        if (number.equals(changed.number())) {
            return Optional.of(changed);
        }
        return number.equals(was) ? Optional.empty() : before.callee(number);
    }

    @Override
    public Optional<Boolean> leadsOutside(String diverting, String target) {
        return before.leadsOutside(diverting, target);
    }
}
