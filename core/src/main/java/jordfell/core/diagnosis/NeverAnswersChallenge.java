package jordfell.core.diagnosis;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import jordfell.core.evidence.SipSeen;
import jordfell.core.milestone.Asks;

/** <em>never-answers-challenge</em>: it was challenged, and no request of it carries an answer. */
final class NeverAnswersChallenge implements Rule {

    private static final Duration REPEATED_BY_THEN = Duration.ofSeconds(5);

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.turnedAway().stream()
                .filter(t -> t.refusal().isEmpty())
                .filter(t -> t.asks()
                        .filter(a -> a.challenged() > 0 && a.answering() == 0 && a.repeats() == 0)
                        .filter(a ->
                                a.challenged() > 1 || hadItsTime(a, t.device().now()))
                        .isPresent())
                .map(NeverAnswersChallenge::silent)
                .toList();
    }

    /** Whom an answer did not reach repeats its request within four seconds (RFC 3261 §17.1.2.2). */
    private static boolean hadItsTime(Asks asks, Instant now) {
        return asks.challenge()
                .filter(c -> c.at().plus(REPEATED_BY_THEN).isBefore(now))
                .isPresent();
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
