package jordfell.core.diagnosis;

import java.util.List;
import jordfell.core.milestone.Asks;

/** <em>algorithm-mismatch</em>: its registrar challenges it only with what it never answers with. */
final class AlgorithmMismatch implements Rule {

    /** One challenge, or the answer to it, may be lost. */
    private static final int TELLING = 2;

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.turnedAway().stream()
                .filter(AlgorithmMismatch::isOf)
                .map(AlgorithmMismatch::told)
                .toList();
    }

    /** Whether that is what keeps the line from being registered. What it answered and can't be read here may be just that. */
    static boolean isOf(TurnedAway t) {
        boolean isUnread = t.asks().filter(a -> a.answering() > 0).isPresent()
                && t.answer().isEmpty();
        return t.refusal().isEmpty()
                && !isUnread
                && t.challenged() >= TELLING
                && !t.strangeAlgorithms().isEmpty();
    }

    private static Finding told(TurnedAway t) {
        Asks asks = t.asks().orElseThrow();
        String asked = String.join(" or ", t.strangeAlgorithms());
        String knows = t.answer()
                .map(a -> "What it answered meanwhile was hashed with "
                        + a.algorithm().token() + ".")
                .orElse("No request of it carries an answer.");
        return Finding.likely(
                        Cause.ALGORITHM_MISMATCH,
                        t.node() + " challenges " + t.line().number() + " with " + asked
                                + " alone, and it does not answer that.",
                        "Whether its firmware knows " + asked + ": its maker says so.")
                .line(t.line().position())
                .variant(asked)
                .brief("challenged with " + asked)
                .detail("It was challenged " + NeverAnswersChallenge.times(asks.challenged()) + ". " + knows
                        + " Every agent has to know MD5 (RFC 3261 §22.4); a registrar may offer several, and the agent takes the first that it"
                        + " knows.")
                .since(asks.first())
                .tries(asks.challenged())
                .shownBy("REGISTER for " + t.line().number() + " → 401 from " + t.node() + " with algorithm=" + asked)
                .remedies(
                        Remedy.advice("Have " + t.node() + " offer SHA-256 or MD5 besides, or give the phone a firmware"
                                + " that knows " + asked + "."));
    }
}
