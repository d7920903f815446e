package jordfell.lab.calls;

import java.util.Optional;
import java.util.Set;
import jordfell.core.dialing.PickUp;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.registrar.Accounts;

/**
 * Whose ringing call somebody asks for.
 *
 * @param numbers the extensions of which one is to ring
 * @param refusal why it may not be taken; empty if it may
 * @param nothing what is said where none of them rings
 */
record Wanted(Set<String> numbers, Optional<String> refusal, String nothing) {

    /** By what was dialled: an extension behind the keys means that one alone. */
    static Wanted of(Accounts accounts, Callers.Known asker, SipMessage request) {
        String keys = SipHeaders.uri(request.requestUri()).map(SipAddress::user).orElse("");
        Set<String> group = accounts.picksUpFor(asker.domain(), asker.number());
        if (group.isEmpty()) {
            return refused(asker.number() + " is in no pick-up group with others");
        }
        Optional<String> named = PickUp.named(
                keys, number -> accounts.find(asker.domain(), number).isPresent());
        return named.map(number -> group.contains(number)
                        ? new Wanted(Set.of(number), Optional.empty(), "nothing rings as " + number)
                        : refused(number + " is not in the pick-up group of " + asker.number()))
                .orElseGet(() ->
                        new Wanted(group, Optional.empty(), "nothing rings in the pick-up group of " + asker.number()));
    }

    private static Wanted refused(String why) {
        return new Wanted(Set.of(), Optional.of(why), "");
    }
}
