package jordfell.core.milestone;

import java.time.Instant;
import java.util.Optional;
import jordfell.core.evidence.SipSeen;

/**
 * Registrations that an agent asked for since its line was registered last, and what it was answered meanwhile.
 *
 * @param first when it began to ask
 * @param times how often it asked
 * @param answering how often it answered a challenge
 * @param challenged how often it was challenged
 * @param turnedBack how often it was challenged again in answer to an answer
 * @param repeats how often it sent a request once more that was answered already: the answers do not reach it
 * @param answer the newest request that answers a challenge
 * @param challenge the newest challenge
 */
public record Asks(
        Instant first,
        Instant last,
        int times,
        int answering,
        int challenged,
        int turnedBack,
        int repeats,
        Optional<SipSeen.Request> answer,
        Optional<SipSeen.Response> challenge) {

    static Asks after(Optional<Asks> before, SipSeen.Request register) {
        if (before.isEmpty()) {
            return new Asks(register.at(), register.at(), 0, 0, 0, 0, 0, Optional.empty(), Optional.empty())
                    .and(register);
        }
        return before.get().and(register);
    }

    private Asks and(SipSeen.Request register) {
        boolean answers = register.answersChallenge();
        boolean again = challenge.filter(c -> c.answers(register)).isPresent();
        return new Asks(
                first,
                register.at(),
                times + 1,
                answering + (answers ? 1 : 0),
                challenged,
                turnedBack,
                repeats + (again ? 1 : 0),
                answers ? Optional.of(register) : answer,
                challenge);
    }

    Asks challenged(SipSeen.Response by) {
        // What is sent once more because its answer was lost is no other try.
        boolean isTold =
                answer.flatMap(a -> challenge.filter(c -> c.answers(a))).isPresent();
        boolean again = !isTold && answer.filter(by::answers).isPresent();
        return new Asks(
                first,
                last,
                times,
                answering,
                challenged + 1,
                turnedBack + (again ? 1 : 0),
                repeats,
                answer,
                Optional.of(by));
    }
}
