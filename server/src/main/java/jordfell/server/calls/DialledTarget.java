package jordfell.server.calls;

import java.util.Optional;
import jordfell.core.calls.Callee;
import jordfell.core.dialing.DialPlan;
import jordfell.core.dialing.DialTarget;
import jordfell.core.dialing.PickUp;

/** What a domain’s dial plan means for a call that is sent on to a number. */
final class DialledTarget {

    private DialledTarget() {}

    /** The service that answers under this number; empty if none does. Nobody is sent on to a call that rings elsewhere. */
    static Optional<Callee> service(DialPlan plan, String number) {
        return plan.decide("", number)
                .target()
                .filter(DialTarget.Service.class::isInstance)
                .map(target -> ((DialTarget.Service) target).name())
                .filter(name -> !name.equals(PickUp.SERVICE))
                .map(name -> new Callee.Service(number, name));
    }

    /** Whether it goes outside: true if it may, false if it may not; empty if it is a number inside. */
    static Optional<Boolean> leadsOutside(DialTarget target) {
        return target instanceof DialTarget.Outside
                ? Optional.of(true)
                : target instanceof DialTarget.Refused ? Optional.of(false) : Optional.empty();
    }
}
