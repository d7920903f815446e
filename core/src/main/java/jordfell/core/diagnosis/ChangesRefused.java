package jordfell.core.diagnosis;

import java.util.List;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.milestone.Fetches.Answers;
import jordfell.core.path.Stop;
import jordfell.core.path.StopState;

/**
 * <em>changes-refused</em>: it carries with the configuration that it has, and asks in vain whether there is another. What is
 * released next will not reach it.
 */
final class ChangesRefused implements Rule {

    /** One alone may be a moment’s. */
    private static final int TELLING = 2;

    @Override
    public List<Finding> examine(CaseOf device) {
        if (device.path().stop(Stop.FETCHED).state() != StopState.PASSED || !device.isRegistered()) {
            return List.of();
        }
        return device
                .reached()
                .fetches()
                .answers()
                .filter(a -> !a.newest().served() && a.times() >= TELLING)
                .map(a -> told(device, a))
                .stream()
                .toList();
    }

    private static Finding told(CaseOf device, Answers answers) {
        ConfigRequested newest = answers.newest();
        String site = device.facts().site();
        Finding.Telling telling = newest.status() == 403
                ? Finding.certain(
                        Cause.CHANGES_REFUSED,
                        "It has dial tone, and gets no changes: it asks for them from " + newest.source()
                                + ", outside of " + site + ".")
                : Finding.certain(
                        Cause.CHANGES_REFUSED,
                        "It has dial tone, and gets no changes: its requests for them are answered " + newest.status()
                                + ".");
        return telling.variant("answered " + newest.status())
                .brief("gets no changes, is answered " + newest.status())
                .detail("It goes on with the configuration that it has. What is released next will not reach it.")
                .since(answers.since())
                .tries(answers.times())
                .shownBy("answered " + newest.status() + " to " + newest.file() + " from " + newest.source())
                .remedies(remedy(newest, site));
    }

    private static Remedy remedy(ConfigRequested newest, String site) {
        return switch (newest.status()) {
            case 401 -> Remedy.resend("Let it fetch once more without name and password");
            case 403 -> Remedy.addNetwork(newest.source(), site);
            case 429 -> Remedy.letIn(newest.source());
            default -> Remedy.advice("See what is answered to " + newest.file() + ", and by whom.");
        };
    }
}
