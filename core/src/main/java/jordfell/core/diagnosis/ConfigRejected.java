package jordfell.core.diagnosis;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Observation.Logged;
import jordfell.core.milestone.Fetches.Answers;
import jordfell.core.milestone.Fetches.Taken;

/** <em>config-rejected</em>: it took its file and does not go by it, as it says, or as it asks for it again and again. */
final class ConfigRejected implements Rule {

    /** A phone that goes by its file asks seldom; one that was given it so often in a row does not keep it. */
    private static final int TELLING = 5;

    private static final Duration SOON = Duration.ofSeconds(30);

    @Override
    public List<Finding> examine(CaseOf device) {
        Optional<Taken> taken = device.reached().fetches().taken();
        if (taken.isEmpty()) {
            return List.of();
        }
        Optional<Logged> says = device.reached()
                .complaint()
                .filter(line -> !line.at().isBefore(taken.get().since())
                        && device.reached()
                                .heardFirst()
                                .filter(h -> h.at().isAfter(line.at()))
                                .isEmpty());
        return says
                .map(line -> said(device, taken.get(), line))
                .or(() -> device.reached()
                        .fetches()
                        .answers()
                        .filter(a -> asksAgain(device, a))
                        .map(a -> askedAgain(device, a)))
                .stream()
                .toList();
    }

    private static boolean asksAgain(CaseOf device, Answers answers) {
        Duration took = Duration.between(answers.since(), answers.newest().at());
        return answers.status() == 200
                && answers.times() >= TELLING
                && took.dividedBy(answers.times()).compareTo(SOON) < 0
                && device.reached()
                        .heardLast()
                        .filter(at -> at.isAfter(answers.since()))
                        .isEmpty();
    }

    private static Finding said(CaseOf device, Taken taken, Logged line) {
        return Finding.certain(Cause.CONFIG_REJECTED, "It took its configuration and says: “" + line.text() + "”.")
                .variant(line.text())
                .brief("can’t read its configuration")
                .detail("It was given revision " + brief(taken.revision())
                        + ", and no registration of it was heard since.")
                .since(line.at())
                .shownBy("its log: " + line.text(), "took " + brief(taken.revision()))
                .remedies(remedies(device));
    }

    private static Finding askedAgain(CaseOf device, Answers answers) {
        return Finding.likely(
                        Cause.CONFIG_REJECTED,
                        "It was given its configuration " + NeverAnswersChallenge.times(answers.times()) + " in "
                                + spoken(Duration.between(
                                        answers.since(), answers.newest().at()))
                                + " and registers nothing.",
                        "Its own log, or what its screen says.")
                .variant("asked again")
                .brief("asks for its file again and again")
                .detail(
                        "A phone that keeps its file asks for it once. Either it can’t read it, or it does not arrive whole.")
                .since(answers.since())
                .tries(answers.times())
                .shownBy("given " + answers.newest().file() + " " + NeverAnswersChallenge.times(answers.times()))
                .remedies(remedies(device));
    }

    private static List<Remedy> remedies(CaseOf device) {
        return List.of(
                new Remedy(Remedy.Action.OPEN_SETTINGS, "See what its file says", 0),
                Remedy.advice("See whether it is a " + device.facts().model().fullName()
                        + ", and whether another of its kind reads such a file."));
    }

    private static String spoken(Duration took) {
        return took.toSeconds() < 120 ? Math.max(1, took.toSeconds()) + " s" : took.toMinutes() + " min";
    }

    private static String brief(String revision) {
        return revision.substring(0, Math.min(4, revision.length()));
    }
}
