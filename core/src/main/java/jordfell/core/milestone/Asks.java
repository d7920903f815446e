package jordfell.core.milestone;

import java.time.Instant;
import java.util.Objects;
import java.util.Optional;
import jordfell.core.evidence.SipSeen;

/**
 * Registrations that an agent asked for since its line was registered last, and what it was answered meanwhile.
 *
 * @param first when it began to ask
 * @param times how often it asked
 * @param answering how often it answered a challenge
 * @param challenged how many of its requests were challenged
 * @param turnedBack how often it was challenged again in answer to an answer
 * @param repeats how often it sent a request once more that was answered already: the answers do not reach it
 * @param answer the newest request that answers a challenge
 * @param challenge the newest challenge
 * @param tooBrief how often in a row it was told that it asks for too short a time (423), and asked for no longer one
 * @param brief the newest answer that said so
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
        Optional<SipSeen.Response> challenge,
        int tooBrief,
        Optional<SipSeen.Response> brief) {

    public Asks {
        brief = Objects.requireNonNullElse(brief, Optional.empty()); // as it was written before this was counted
    }

    static Asks after(Optional<Asks> before, SipSeen.Request register) {
        if (before.isEmpty()) {
            return new Asks(
                            register.at(),
                            register.at(),
                            0,
                            0,
                            0,
                            0,
                            0,
                            Optional.empty(),
                            Optional.empty(),
                            0,
                            Optional.empty())
                    .and(register);
        }
        return before.get().and(register);
    }

    private Asks and(SipSeen.Request register) {
        boolean answers = register.answersChallenge();
        boolean again = challenge.filter(c -> c.answers(register)).isPresent();
        boolean isLonger = brief.map(b -> seconds(b.message().first("Min-Expires")))
                .filter(least -> least > 0 && seconds(register.message().first("Expires")) >= least)
                .isPresent();
        return new Asks(
                first,
                register.at(),
                times + 1,
                answering + (answers ? 1 : 0),
                challenged,
                turnedBack,
                repeats + (again ? 1 : 0),
                answers ? Optional.of(register) : answer,
                challenge,
                isLonger ? 0 : tooBrief,
                isLonger ? Optional.empty() : brief);
    }

    /** It was told that it asks for too short a time; what is told once more since it was lost is no other time. */
    Asks tooBrief(SipSeen.Response by) {
        boolean isTold = brief.filter(b -> isOfOneRequest(b, by)).isPresent();
        return new Asks(
                first,
                last,
                times,
                answering,
                challenged,
                turnedBack,
                repeats,
                answer,
                challenge,
                tooBrief + (isTold ? 0 : 1),
                Optional.of(by));
    }

    /** Two answers to a request that was sent more than once (RFC 3261 §17.2.2). */
    private static boolean isOfOneRequest(SipSeen.Response one, SipSeen.Response other) {
        return one.callId().equals(other.callId())
                && one.message().first("CSeq").equals(other.message().first("CSeq"));
    }

    private static long seconds(Optional<String> header) {
        return header.map(String::strip)
                .filter(text -> text.matches("[0-9]{1,10}"))
                .map(Long::parseLong)
                .orElse(0L);
    }

    Asks challenged(SipSeen.Response by) {
        // What is sent once more because its answer was lost is no other try.
        boolean isTold =
                answer.flatMap(a -> challenge.filter(c -> c.answers(a))).isPresent();
        boolean isRepeated = challenge.filter(c -> isOfOneRequest(c, by)).isPresent();
        boolean again = !isTold && answer.filter(by::answers).isPresent();
        return new Asks(
                first,
                last,
                times,
                answering,
                challenged + (isRepeated ? 0 : 1),
                turnedBack + (again ? 1 : 0),
                repeats,
                answer,
                Optional.of(by),
                tooBrief,
                brief);
    }
}
