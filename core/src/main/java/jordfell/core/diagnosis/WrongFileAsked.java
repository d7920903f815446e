package jordfell.core.diagnosis;

import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Observation.ConfigRequested;

/** <em>wrong-file-asked</em>: it asks for a file of another name than its model’s. */
final class WrongFileAsked implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return Unfetched.examine(device, WrongFileAsked::examine);
    }

    /** Whether a request was for another file than the device’s own. */
    static boolean isAnother(CaseOf device, ConfigRequested request) {
        String own = device.facts().beside().file();
        return !own.isEmpty() && !request.file().equals(own);
    }

    private static Optional<Finding> examine(Unfetched phone) {
        return phone.notGiven()
                .filter(a -> isAnother(phone.device(), a.newest()))
                .map(answers -> {
                    String own = phone.device().facts().beside().file();
                    String model = phone.device().facts().model().fullName();
                    return Finding.certain(
                                    Cause.WRONG_FILE_ASKED,
                                    "It asks for “" + answers.newest().file() + "”; its file is called “" + own + "”.")
                            .variant("a " + model + " asks for another file")
                            .brief("asks for another file")
                            .detail("A " + model + " asks for “" + own
                                    + "”. A phone that asks for another name is another model, or was told the name.")
                            .since(answers.since())
                            .tries(answers.times())
                            .shownBy("answered " + answers.status() + " to "
                                    + answers.newest().file())
                            .remedies(Remedy.advice("See what is printed under the phone: if it is no " + model
                                    + ", change its model; else see which name it was told to ask for."));
                });
    }
}
