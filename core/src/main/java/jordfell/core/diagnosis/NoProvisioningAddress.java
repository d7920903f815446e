package jordfell.core.diagnosis;

import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Observation.Leased;
import jordfell.core.path.Stop;

/** <em>no-provisioning-address</em>: it was given an address and not told where its files are, and it asked for none since. */
final class NoProvisioningAddress implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return isSo(device).map(lease -> told(device, lease)).stream().toList();
    }

    /** The lease that did not say it. */
    static Optional<Leased> isSo(CaseOf device) {
        return device.heldAt(Stop.FETCHED)
                ? device.reached()
                        .lease()
                        .filter(l -> l.option() == 0)
                        .filter(l -> device.reached()
                                .fetches()
                                .answers()
                                .filter(a -> !a.newest().at().isBefore(l.at()))
                                .isEmpty())
                : Optional.empty();
    }

    private static Finding told(CaseOf device, Leased lease) {
        String site = device.facts().site();
        return Finding.certain(
                        Cause.NO_PROVISIONING_ADDRESS,
                        "It was given the address " + lease.address() + " and not told where its files are.")
                .variant(site)
                .brief("not told where files are")
                .detail("The lease from " + lease.server() + " has no option for it, and it asked for no file since.")
                .since(lease.at())
                .shownBy("lease of " + lease.address() + " without option 66 or 160")
                .remedies(Remedy.advice("Have the address server at " + site
                        + " tell the provisioning address, or type it on the phone; then restart it."));
    }
}
