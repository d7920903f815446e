package jordfell.core.calls;

import java.util.Optional;

/** The ground as it would be with one callee changed. */
public record ChangedGround(CallPath.Ground before, Callee changed) implements CallPath.Ground {

    @Override
    public Optional<Callee> callee(String number) {
        return number.equals(changed.number()) ? Optional.of(changed) : before.callee(number);
    }

    @Override
    public Optional<Boolean> leadsOutside(String diverting, String target) {
        return before.leadsOutside(diverting, target);
    }
}
