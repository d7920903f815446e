package jordfell.core.diagnosis;

import java.util.List;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.milestone.Ping;
import jordfell.core.path.LineStatus;
import jordfell.core.path.Stop;
import jordfell.core.planning.Networks;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;

/**
 * <em>contact-unreachable</em>, and <em>nat-lapse</em> where a router translates its address: it is registered, and OPTIONS to its
 * contact are not answered.
 */
final class ContactUnreachable implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.heldAt(Stop.HOLDING)
                ? device.path().lines().stream()
                        .filter(l -> !l.answersPings())
                        .map(l -> isTranslated(l) ? forgotten(device, l) : deaf(device, l))
                        .toList()
                : List.of();
    }

    /** It says that it is at another address than the one from which it was heard. */
    private static boolean isTranslated(LineStatus line) {
        BindingChanged binding = line.binding().orElseThrow();
        String says = SipHeaders.uri(binding.contact()).map(SipAddress::host).orElse("");
        return Networks.isAddress(says) && !binding.peer().startsWith(says + ":");
    }

    private static Finding forgotten(CaseOf device, LineStatus line) {
        Ping ping = line.reached().ping().orElseThrow();
        BindingChanged binding = line.binding().orElseThrow();
        String site = device.facts().site();
        return Finding.likely(
                        Cause.NAT_LAPSE,
                        "It is registered through a router that translates its address, and is not reached at "
                                + binding.peer() + ".",
                        "Whether it answers just after it refreshed, and no more some time later.")
                .line(line.position())
                .variant(site)
                .brief("its router forgets the way back")
                .detail("It says that it is at " + binding.contact() + ". A call to " + line.number()
                        + " goes the same way back, so it would not ring.")
                .since(ping.since())
                .shownBy(
                        "OPTIONS to " + line.number() + ": no answer",
                        "registered at " + binding.node() + " from " + binding.peer())
                .remedies(
                        new Remedy(Remedy.Action.OPEN_SETTINGS, "Set its keep-alive", line.position()),
                        Remedy.advice("Have it speak more often than the router at " + site
                                + " forgets: a keep-alive shorter than its UDP timeout."));
    }

    private static Finding deaf(CaseOf device, LineStatus line) {
        Ping ping = line.reached().ping().orElseThrow();
        BindingChanged binding = line.binding().orElseThrow();
        return Finding.likely(
                        Cause.CONTACT_UNREACHABLE,
                        "It is registered, and does not answer at " + binding.contact() + ".",
                        "Whether it answers just after it refreshed: then a router forgets the way to it in between.")
                .line(line.position())
                .variant(device.facts().site())
                .brief("does not answer OPTIONS")
                .detail("A call to " + line.number() + " goes there too, so it would not ring.")
                .since(ping.since())
                .shownBy("OPTIONS to " + line.number() + ": no answer", "registered at " + binding.node())
                .remedies(Remedy.advice("Have it keep its way through the router at "
                        + device.facts().site() + " open: a shorter keep-alive than the router’s UDP timeout."));
    }
}
