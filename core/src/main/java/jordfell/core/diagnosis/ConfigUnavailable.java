package jordfell.core.diagnosis;

import java.util.List;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.milestone.Fetches.Answers;

/** <em>config-unavailable</em>: it asks, and what it is answered is neither its file nor a refusal. */
final class ConfigUnavailable implements Rule {

    /** Too Many Requests (RFC 6585 §4). */
    private static final int SLOWED = 429;

    @Override
    public List<Finding> examine(CaseOf device) {
        return Unfetched.examine(
                device,
                phone -> phone.notGiven()
                        .filter(a -> !a.newest().refused())
                        .filter(a -> !WrongFileAsked.isAnother(device, a.newest()))
                        .map(ConfigUnavailable::notGiven));
    }

    private static Finding notGiven(Answers answers) {
        int status = answers.status();
        return Finding.certain(
                        Cause.CONFIG_UNAVAILABLE, "It asks for its configuration and is answered " + status + ".")
                .variant("answered " + status)
                .brief("is answered " + status)
                .detail(why(answers.newest()))
                .since(answers.since())
                .tries(answers.times())
                .shownBy("answered " + status + " to " + answers.newest().file())
                .remedies(status == SLOWED ? Remedy.letIn(answers.newest().source()) : Remedy.advice(advice(status)));
    }

    private static String why(ConfigRequested request) {
        if (request.status() == SLOWED) {
            return "Too many requests from " + request.source() + " could not prove to be the phone, so all from there"
                    + " are slowed.";
        }
        return request.status() >= 500
                ? "The request for " + request.file() + " came here and could not be answered; the log says why."
                : "It asked for " + request.file() + " from " + request.source() + ".";
    }

    private static String advice(int status) {
        return status >= 500
                ? "See Jordfell’s health and log; the phone asks again by itself."
                : "Compare the file that it asks for with the one that its model is sent.";
    }
}
