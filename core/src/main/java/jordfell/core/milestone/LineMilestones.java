package jordfell.core.milestone;

import java.time.Instant;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.core.evidence.SipSeen;

/**
 * How far one extension got with one device.
 *
 * @param begun the first that was seen of it
 * @param binding the newest binding event
 * @param acceptedSince when the present unbroken registration began
 * @param heard the newest REGISTER
 * @param lastRequest the newest REGISTER as it came, until it is answered with a yes
 * @param asks what it asked for since the newest binding event
 * @param refusal the registrar's no, until it says yes
 * @param ping whether it answers OPTIONS
 * @param turns whether it registers from two places in turn
 */
public record LineMilestones(
        String number,
        Optional<Instant> begun,
        Optional<BindingChanged> binding,
        Optional<Instant> acceptedSince,
        Optional<Heard> heard,
        Optional<SipSeen.Request> lastRequest,
        Optional<Asks> asks,
        Optional<Refusal> refusal,
        Optional<Ping> ping,
        Optional<Turns> turns) {

    /** Who is told so asks for more at once (RFC 3261 §21.4.17); that is no refusal until it asked for as little again. */
    private static final int TOO_BRIEF = 423;

    public LineMilestones {
        turns = Objects.requireNonNullElse(turns, Optional.empty()); // as it was written before this was counted
    }

    static LineMilestones none(String number) {
        return new LineMilestones(
                number,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty());
    }

    boolean isEmpty() {
        return begun.isEmpty();
    }

    /** When anything was seen of it last. */
    Instant movedAt() {
        return Stream.of(
                        begun,
                        binding.map(BindingChanged::at),
                        heard.map(Heard::at),
                        refusal.map(r -> r.response().at()),
                        ping.map(Ping::at))
                .flatMap(Optional::stream)
                .max(Instant::compareTo)
                .orElse(Instant.MIN);
    }

    LineMilestones after(BindingChanged change) {
        Optional<Instant> since =
                change.change() == BindingChanged.Change.ADDED ? Optional.of(change.at()) : acceptedSince;
        return new LineMilestones(
                number,
                begun(change.at()),
                Optional.of(change),
                since,
                heard,
                change.change().live() ? Optional.empty() : lastRequest,
                // What it asked in vain until its registration ended is what it asked in vain.
                change.change() == BindingChanged.Change.EXPIRED ? asks : Optional.empty(),
                refusal,
                ping,
                Turns.after(turns, binding, change));
    }

    LineMilestones after(Pinged next) {
        return new LineMilestones(
                number,
                begun(next.at()),
                binding,
                acceptedSince,
                heard,
                lastRequest,
                asks,
                refusal,
                Optional.of(Ping.after(ping, next)),
                turns);
    }

    LineMilestones after(SipSeen.Message message) {
        if (message.toNode() && message instanceof SipSeen.Request request && request.asks("REGISTER")) {
            return new LineMilestones(
                    number,
                    begun(request.at()),
                    binding,
                    acceptedSince,
                    Optional.of(Heard.of(request)),
                    Optional.of(request),
                    Optional.of(Asks.after(asks, request)),
                    refusal,
                    ping,
                    turns);
        }
        return !message.toNode() && message instanceof SipSeen.Response response && response.answers("REGISTER")
                ? answered(response)
                : this;
    }

    /** A provisional response says nothing yet; a challenge, and the first word of a longer expiry, only ask for the next try. */
    private LineMilestones answered(SipSeen.Response response) {
        int status = response.status();
        if (status < 200) {
            return this;
        }
        Optional<Asks> asked = switch (status) {
            case 401 -> asks.map(a -> a.challenged(response));
            case TOO_BRIEF -> asks.map(a -> a.tooBrief(response));
            // Also what was sent once more, since the yes to it was lost, was answered.
            default -> status < 300 ? Optional.empty() : asks;
        };
        boolean learns =
                status == TOO_BRIEF && asked.filter(a -> a.tooBrief() > 1).isEmpty();
        return new LineMilestones(
                number,
                begun(response.at()),
                binding,
                acceptedSince,
                heard,
                lastRequest,
                asked,
                status == 401 || learns ? refusal : status < 300 ? Optional.empty() : Optional.of(refused(response)),
                ping,
                turns);
    }

    private Refusal refused(SipSeen.Response response) {
        return Refusal.after(refusal, response, lastRequest.filter(response::answers));
    }

    private Optional<Instant> begun(Instant at) {
        return begun.or(() -> Optional.of(at));
    }
}
