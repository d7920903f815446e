package jordfell.core.diagnosis;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.SipSeen;
import jordfell.core.milestone.Asks;
import jordfell.core.milestone.Refusal;
import jordfell.core.path.DeviceFacts.ExtensionFacts;
import jordfell.core.path.LineStatus;
import jordfell.core.path.Stop;
import jordfell.core.path.StopReport;
import jordfell.core.sip.DigestAlgorithm;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;

/**
 * A line that asked to be registered and is not: refused, or challenged again and again.
 *
 * @param refusal the registrar's no; empty while it only challenges
 * @param asks what it asked for since it was registered last
 */
record TurnedAway(
        CaseOf device,
        LineStatus line,
        ExtensionFacts extension,
        Optional<Refusal> refusal,
        Optional<Asks> asks,
        Optional<DigestAnswer> answer) {

    /** What names and passwords can be the reason of (RFC 3261 §21.4.4). */
    private static final int FORBIDDEN = 403;

    /** So long an answer to a challenge may take, with what of it gets lost on the way (RFC 3261 §17.1.2.2). */
    private static final Duration ANSWERED_WITHIN = Duration.ofSeconds(10);

    static Optional<TurnedAway> of(CaseOf device, LineStatus line, ExtensionFacts extension) {
        Optional<Refusal> refusal = line.refusal();
        Optional<Asks> asks = line.reached().asks();
        if (refusal.isEmpty() && (asks.isEmpty() || line.accepted(device.now()) || !device.heldAt(Stop.ACCEPTED))) {
            return Optional.empty();
        }
        Optional<SipSeen.Request> asked = refusal.isPresent() ? refusal.get().request() : asks.flatMap(Asks::answer);
        return Optional.of(new TurnedAway(
                device,
                line,
                extension,
                refusal,
                asks,
                asked.flatMap(r -> r.message().first("Authorization")).flatMap(DigestAnswer::read)));
    }

    /** Whether a password or a name can be the reason of what it is answered. */
    boolean overCredentials() {
        return answer.isPresent() && refusal.map(r -> r.status() == FORBIDDEN).orElse(isChallengedAgain());
    }

    /** It answered a challenge and was challenged once more. */
    boolean isChallengedAgain() {
        return refusal.isEmpty() && asks.filter(a -> a.turnedBack() > 0).isPresent();
    }

    /** Which password gave the answer; asked for only where there is one. */
    PasswordUsed used() {
        return device.used(answer.orElseThrow(), extension.number());
    }

    boolean rightUser() {
        return answer.orElseThrow().username().equals(extension.authUser());
    }

    /** The request whose answer is looked at. */
    Optional<SipSeen.Request> request() {
        return refusal.isPresent() ? refusal.get().request() : asks.flatMap(Asks::answer);
    }

    /** The host that it registers at; empty if that is its domain or can't be told. */
    Optional<String> foreignHost() {
        return host(request(), device);
    }

    static Optional<String> host(Optional<SipSeen.Request> request, CaseOf device) {
        return request.flatMap(r -> SipHeaders.uri(r.message().requestUri()))
                .map(SipAddress::host)
                .filter(host -> !host.isEmpty()
                        && !host.equalsIgnoreCase(device.facts().domain().name()));
    }

    /** What the registrar asks for now. */
    Optional<DigestChallenge> challenge() {
        return asks.flatMap(Asks::challenge).stream()
                .flatMap(c -> c.message().all("WWW-Authenticate").stream())
                .flatMap(header -> DigestChallenge.read(header).stream())
                .findFirst();
    }

    /** How many of its requests were challenged, without the last as long as its answer may be on the way. */
    int challenged() {
        return asks.map(a -> a.challenged() - (answerDue().isPresent() ? 1 : 0)).orElse(0);
    }

    /** Until when the answer to the newest challenge may be on the way; empty once it should have come. */
    Optional<Instant> answerDue() {
        return asks.flatMap(Asks::challenge)
                .map(challenge -> challenge.at().plus(ANSWERED_WITHIN))
                .filter(due -> due.isAfter(device.now()));
    }

    /**
     * What its newest challenge wants to be hashed with, if that is nothing that every agent knows and nothing that this one
     * answered with meanwhile (RFC 3261 §22.4, RFC 8760 §2.4); none otherwise.
     */
    List<String> strangeAlgorithms() {
        List<String> asked = asks.flatMap(Asks::challenge).stream()
                .flatMap(c -> c.message().all("WWW-Authenticate").stream())
                .flatMap(header -> DigestChallenge.algorithmOf(header).stream())
                .distinct()
                .toList();
        boolean isKnown = asked.stream()
                .anyMatch(a -> DigestAlgorithm.MD5.token().equalsIgnoreCase(a)
                        || answer.filter(known -> known.algorithm().token().equalsIgnoreCase(a))
                                .isPresent());
        return isKnown ? List.of() : asked;
    }

    Instant since() {
        return refusal.map(Refusal::since)
                .or(() -> asks.map(Asks::first))
                .orElseGet(() -> report().since().orElse(device.now()));
    }

    int times() {
        return refusal.map(Refusal::times).or(() -> asks.map(Asks::answering)).orElse(0);
    }

    /** What else the registrar has to say (RFC 3261 §20.43): the text behind the code and the name; empty for nothing. */
    String warning() {
        return refusal.flatMap(r -> r.response().message().first("Warning"))
                .map(w -> w.replaceFirst("^[0-9]{3} \\S+ ", "").replace("\"", ""))
                .orElse("");
    }

    /** Who answered. */
    String node() {
        return refusal.map(r -> r.response().node())
                .or(() -> asks.flatMap(Asks::challenge).map(SipSeen::node))
                .orElse("the registrar");
    }

    /** What was seen, for a list. */
    String shown() {
        return refusal.map(r -> "REGISTER for " + line.number() + (answer.isPresent() ? " with answer" : "") + " → "
                        + r.answer() + " from " + r.response().node())
                .orElseGet(() -> "REGISTER for " + line.number() + ", "
                        + asks.map(Asks::answering).orElse(0) + " with answer → challenged again by " + node());
    }

    Finding.Telling tell(Finding.Telling telling) {
        return telling.line(line.position()).since(since()).tries(times()).shownBy(shown());
    }

    private StopReport report() {
        return device.path().stop(Stop.ACCEPTED);
    }
}
