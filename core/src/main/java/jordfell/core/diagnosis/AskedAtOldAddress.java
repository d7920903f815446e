package jordfell.core.diagnosis;

import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Observation.ConfigRequested;

/** <em>asked-at-old-address</em>: it asks at the address of a site that it is not at, by the records. */
final class AskedAtOldAddress implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return Unfetched.examine(device, AskedAtOldAddress::examine);
    }

    /** Whether a request was made at another site’s address. */
    static boolean isElsewhere(CaseOf device, ConfigRequested request) {
        return !request.site().isEmpty()
                && !request.site().equals(device.facts().site());
    }

    private static Optional<Finding> examine(Unfetched phone) {
        return phone.notGiven()
                .filter(a -> isElsewhere(phone.device(), a.newest()))
                .map(answers -> {
                    String asked = answers.newest().site();
                    String site = phone.site();
                    return Finding.certain(
                                    Cause.ASKED_AT_OLD_ADDRESS,
                                    "It asks for its file at the address of " + asked + "; on record it is at " + site
                                            + ".")
                            .variant(asked + " for " + site)
                            .brief("asks at " + asked)
                            .detail(
                                    "Each site has an address of its own, which DHCP or somebody tells the phone. It came from "
                                            + answers.newest().source() + ".")
                            .since(answers.since())
                            .tries(answers.times())
                            .shownBy("answered " + answers.status() + " at the address of " + asked)
                            .remedies(
                                    new Remedy(
                                            Remedy.Action.MOVE_SITE,
                                            "Move it to " + asked,
                                            0,
                                            asked,
                                            "Its record says " + asked
                                                    + ", whose settings count for it from then on; what that"
                                                    + " changes is released to it when you say so."),
                                    Remedy.advice("If it does stand at " + site
                                            + ", have DHCP there tell the address of " + site + ", and restart it."));
                });
    }
}
