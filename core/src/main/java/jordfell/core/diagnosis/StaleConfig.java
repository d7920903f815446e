package jordfell.core.diagnosis;

import java.util.List;
import java.util.Optional;
import jordfell.core.milestone.Fetches.Taken;

/** <em>stale-config</em>: it has a configuration from before the last release. */
final class StaleConfig implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return Unfetched.examine(
                device,
                phone -> phone.notGiven().isPresent()
                        ? Optional.empty()
                        : phone.fetches().taken().map(taken -> stale(phone, taken)));
    }

    private static Finding stale(Unfetched phone, Taken taken) {
        String has = taken.revision().substring(0, Math.min(4, taken.revision().length()));
        String released = phone.release().revision().brief();
        return Finding.certain(Cause.STALE_CONFIG, "It still has revision " + has + ", from before the last release.")
                .brief("has an older configuration")
                .detail("Revision " + released
                        + (phone.answers().isPresent()
                                ? " was released; it asked since, and was answered with the older one."
                                : " was released and it has not asked since."))
                .since(phone.release().at())
                .shownBy("took " + has + " at " + taken.newest().at(), "released " + released)
                .remedies(
                        Remedy.resend("Ask it to fetch now"),
                        Remedy.advice("If it stays silent, switch it off and on."));
    }
}
