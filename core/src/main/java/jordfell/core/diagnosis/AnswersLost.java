package jordfell.core.diagnosis;

import java.util.List;
import jordfell.core.evidence.SipSeen;
import jordfell.core.milestone.Asks;

/** <em>answers-lost</em>: it repeats a request that was answered already (RFC 3261 §17.1.2), so no answer reached it. */
final class AnswersLost implements Rule {

    /** One that is repeated once or twice may have been lost by chance. */
    private static final int MANY = 3;

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.turnedAway().stream()
                .filter(t -> t.refusal().isEmpty())
                .filter(t -> t.asks()
                        .filter(a -> a.repeats() >= MANY && a.answering() == 0)
                        .isPresent())
                .map(AnswersLost::lost)
                .toList();
    }

    private static Finding lost(TurnedAway t) {
        Asks asks = t.asks().orElseThrow();
        String node = asks.challenge().map(SipSeen::node).orElse("the registrar");
        String peer = asks.challenge().map(SipSeen::peer).orElse("it");
        String site = t.device().facts().site();
        return Finding.likely(
                        Cause.ANSWERS_LOST,
                        "It is heard, and the answers of " + node + " do not reach it.",
                        "A capture at the phone or its router, in which the answers are missing.")
                .line(t.line().position())
                .variant(site)
                .brief("answers are lost")
                .detail(node + " answered to " + peer + ", and it sent the same request "
                        + NeverAnswersChallenge.times(asks.repeats()) + " more.")
                .since(asks.first())
                .tries(asks.repeats())
                .shownBy("REGISTER for " + t.line().number() + " → 401 from " + node + " → the same REGISTER again")
                .remedies(Remedy.advice("Check that UDP from " + node + " to " + peer + " is let in at " + site + "."));
    }
}
