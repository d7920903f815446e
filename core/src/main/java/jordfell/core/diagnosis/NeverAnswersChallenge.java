package jordfell.core.diagnosis;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.SipSeen;
import jordfell.core.milestone.Asks;

/** <em>never-answers-challenge</em>: it was challenged, and no request of it carries an answer. */
final class NeverAnswersChallenge implements Rule {

    /** One answer may be lost, and what is asked once more for it (RFC 3261 §17.1.2.2) as well. */
    private static final int TELLING = 2;

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.turnedAway().stream()
                .filter(t -> t.refusal().isEmpty() && !AlgorithmMismatch.isOf(t))
                .filter(t -> t.challenged() >= TELLING)
                .filter(t -> t.asks()
                        .filter(a -> a.answering() == 0 && a.repeats() == 0)
                        .isPresent())
                .map(NeverAnswersChallenge::silent)
                .toList();
    }

    @Override
    public Optional<Instant> due(CaseOf device) {
        return device.turnedAway().stream().flatMap(t -> t.answerDue().stream()).min(Instant::compareTo);
    }

    private static Finding silent(TurnedAway t) {
        Asks asks = t.asks().orElseThrow();
        String node = asks.challenge().map(SipSeen::node).orElse("the registrar");
        return Finding.likely(
                        Cause.NEVER_ANSWERS_CHALLENGE,
                        "It is challenged for " + t.line().number() + ", and does not answer the challenge.",
                        "A capture at the phone: whether the challenge of " + node + " reaches it.")
                .line(t.line().position())
                .variant("no answer")
                .brief("challenged, no answer")
                .detail("It asked " + times(asks.times()) + " and was challenged " + times(asks.challenged())
                        + "; no request of it carries a user and password. They are empty on the phone, or the challenge"
                        + " does not reach it.")
                .since(asks.first())
                .tries(asks.challenged())
                .shownBy("REGISTER for " + t.line().number() + " without answer → 401 from " + node)
                .remedies(Remedy.bringUpToDate(t.device()));
    }

    static String times(int count) {
        return count == 1 ? "once" : count + " times";
    }
}
