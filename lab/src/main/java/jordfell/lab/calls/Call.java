package jordfell.lab.calls;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.calls.CallWay.Over;
import jordfell.lab.registrar.Dialled;
import jordfell.lab.registrar.Outcome;
import jordfell.lab.watching.LiveCalls.State;
import jordfell.lab.watching.Watched;

/**
 * A call that somebody began, until it is answered or over: which devices ring, and what the caller is told (the response
 * context of RFC 3261 §16.7).
 */
final class Call {

    /** A ringing call ends by itself (Timer C, §16.6 step 11). */
    private static final Duration LONGEST_RING = Duration.ofMinutes(4);

    private final Answering caller;
    private final CallWay way;
    private final Function<Target, SipMessage> forwarded;
    private final CallWatch watch;
    private final Watched whoCalls;

    /** All that were rung, by what their Via is marked with; those of the step that the call is at are {@code ringing}. */
    private final Map<String, Branch> branches = new TreeMap<>();

    private List<Branch> ringing = List.of();
    private final List<SipMessage> refusals = new ArrayList<>();
    private Instant patienceEnds = Instant.MAX;
    private final Instant endsAt;
    private boolean isCancelled;
    private boolean isUp;

    /**
     * A call that begins.
     *
     * @param whoCalls the extension that calls; its number is empty if it is none
     * @param forwarded the INVITE as it is sent to a device
     */
    Call(
            Answering caller,
            Watched whoCalls,
            CallWay way,
            Function<Target, SipMessage> forwarded,
            CallWatch watch,
            Instant now) {
        this.caller = caller;
        this.whoCalls = whoCalls;
        this.way = way;
        this.watch = watch;
        this.forwarded = forwarded;
        this.endsAt = now.plus(LONGEST_RING);
    }

    Answering caller() {
        return caller;
    }

    boolean isOver(Instant now) {
        return caller.isOver(now);
    }

    boolean isIn(String domain) {
        return whoCalls.domain().equalsIgnoreCase(domain);
    }

    /** Whether it rings as one of these numbers, and nobody answered yet. */
    boolean rings(Set<String> numbers) {
        return !caller.isAnswered()
                && !isCancelled
                && ringing.stream()
                        .anyMatch(b ->
                                b.isAwaited() && numbers.contains(b.target().number()));
    }

    /** Rings one more, whose owner asked for the call: it is to be taken at once (RFC 5373 §4.1). */
    Outcome ringsToo(Target target, Instant now) {
        if (ringing.stream().anyMatch(b -> b.isAwaited() && b.target().equals(target))) {
            return Outcome.NOTHING; // whoever asks has not heard yet that it comes
        }
        List<Branch> rung = new ArrayList<>(ringing);
        Outcome outcome = ring(target, forwarded.apply(target).with("Answer-Mode", "Auto"), rung, now);
        ringing = List.copyOf(rung);
        return outcome;
    }

    /** What the branches’ Vias are marked with. */
    List<String> marks() {
        return List.copyOf(branches.keySet());
    }

    Outcome begin(Dialled dialled, Instant now) {
        String keys = SipHeaders.uri(caller.invite().requestUri())
                .map(SipAddress::user)
                .orElse("");
        return caller.answer(100, "", now)
                .and(watch.reaches(whoCalls, id(), true, State.TRYING, now))
                .and(take(way.begin(dialled, keys, now), now));
    }

    /**
     * A device said something.
     *
     * @param mark what the Via was marked with that it came back to
     * @param response with that Via still on top
     */
    Outcome response(String mark, SipMessage response, Instant now) {
        Branch branch = branches.get(mark);
        if (branch == null) {
            return Outcome.NOTHING;
        }
        Outcome outcome = branch.take(response, now);
        if (response.method().equals("CANCEL")) {
            return outcome;
        }
        if (response.status() > 100 && response.status() < 300) {
            outcome = outcome.and(caller.pass(response.withoutFirst("Via"), now));
        }
        outcome = outcome.and(show(branch, response.status(), now));
        // Whoever answers, or refuses for all, ends it for the others.
        boolean endsAll = response.status() >= 600 || response.status() >= 200 && response.status() < 300;
        return (endsAll ? outcome.and(stopRinging(branch, now)) : outcome).and(look(now));
    }

    private String id() {
        return caller.invite().first("Call-ID").orElse("");
    }

    /** What lamps show of what a device said. */
    private Outcome show(Branch branch, int status, Instant now) {
        Watched called = new Watched(whoCalls.domain(), branch.target().number());
        if (status >= 300) {
            boolean ringsElsewhere = branches.values().stream()
                    .anyMatch(b -> b.target().number().equals(called.number()) && b.isAwaited());
            return ringsElsewhere || isUp ? Outcome.NOTHING : watch.ends(called, id(), now);
        }
        if (status <= 100) {
            return Outcome.NOTHING;
        }
        isUp |= status >= 200;
        State state = status < 200 ? State.EARLY : State.CONFIRMED;
        Outcome outcome =
                watch.reaches(called, id(), false, state, now).and(watch.reaches(whoCalls, id(), true, state, now));
        if (isUp) {
            for (Branch other : branches.values()) {
                String number = other.target().number();
                if (!number.equals(called.number()) && other != branch) {
                    outcome = outcome.and(watch.ends(new Watched(whoCalls.domain(), number), id(), now));
                }
            }
        }
        return outcome;
    }

    /** Whatever is told to the caller, the call is over. */
    private Outcome over(Outcome told, Instant now) {
        return told.and(watch.ends(id(), now));
    }

    /** The caller hung up before anybody answered (§16.10). */
    Outcome cancel(Instant now) {
        if (caller.isAnswered()) {
            return Outcome.NOTHING; // it has no effect any more (§9.2)
        }
        isCancelled = true;
        return stopRinging(null, now).and(look(now));
    }

    Outcome beat(Instant now) {
        Outcome outcome = caller.beat(now);
        for (Branch branch : branches.values()) {
            outcome = outcome.and(branch.beat(now));
        }
        if (caller.isAnswered()) {
            return outcome;
        }
        if (!endsAt.isAfter(now)) {
            return outcome.and(stopRinging(null, now)).and(over(caller.answer(408, "nobody answered", now), now));
        }
        return patienceEnds.isAfter(now)
                ? outcome.and(look(now))
                : outcome.and(stopRinging(null, now)).and(goOn(Over.UNANSWERED, now));
    }

    private Outcome take(Step step, Instant now) {
        if (step instanceof Step.End end) {
            return over(caller.answer(end.status(), end.why(), now), now);
        }
        Step.Ring ring = (Step.Ring) step;
        patienceEnds = ring.patience().map(now::plus).orElse(Instant.MAX);
        List<Branch> rung = new ArrayList<>();
        Outcome outcome = Outcome.NOTHING;
        for (Target target : ring.targets()) {
            outcome = outcome.and(ring(target, forwarded.apply(target), rung, now));
        }
        ringing = List.copyOf(rung);
        return outcome;
    }

    private Outcome ring(Target target, SipMessage invite, List<Branch> rung, Instant now) {
        Branch branch = new Branch(target, invite, now);
        branches.put(SipHeaders.topVia(invite).orElseThrow().branch(), branch);
        rung.add(branch);
        return new Outcome(List.of(branch.start()), List.of());
    }

    /** Goes on where all that ring have refused. */
    private Outcome look(Instant now) {
        if (caller.isAnswered() || ringing.stream().anyMatch(Branch::isAwaited)) {
            return Outcome.NOTHING;
        }
        if (isCancelled) {
            return over(caller.answer(487, "", now), now);
        }
        List<SipMessage> said =
                ringing.stream().flatMap(branch -> branch.answer().stream()).toList();
        Optional<SipMessage> moved =
                said.stream().filter(r -> r.status() / 100 == 3).findFirst();
        if (moved.isPresent()) {
            ringing = List.of();
            Optional<String> target = SipHeaders.contacts(moved.get()).stream()
                    .map(SipAddress::user)
                    .findFirst();
            return target.flatMap(to -> way.movedTo(to, now))
                    .map(step -> take(step, now))
                    .orElseGet(() -> goOn(Over.REFUSED, now));
        }
        refusals.addAll(said);
        return goOn(why(said), now);
    }

    private Outcome goOn(Over over, Instant now) {
        ringing = List.of();
        return way.after(over, now)
                .map(step -> step instanceof Step.End && !refusals.isEmpty() ? end(now) : take(step, now))
                .orElseGet(() ->
                        over == Over.UNANSWERED ? over(caller.answer(480, "nobody answered", now), now) : end(now));
    }

    private static Over why(List<SipMessage> said) {
        return said.stream().anyMatch(r -> r.status() == 486 || r.status() == 600)
                ? Over.BUSY
                : said.stream().allMatch(r -> r.status() == 408 || r.status() == 480) ? Over.UNREACHABLE : Over.REFUSED;
    }

    /** The caller is told the best of what devices said: a final no of all, else the lowest class (§16.7 step 6). */
    private Outcome end(Instant now) {
        Optional<SipMessage> best =
                refusals.stream().min(Comparator.comparingInt(r -> r.status() / 100 == 6 ? 0 : r.status()));
        if (best.isEmpty() || best.get().first("Via").isEmpty()) {
            return over(caller.answer(best.map(SipMessage::status).orElse(480), "", now), now);
        }
        // 503 would say that this node is overloaded.
        return over(
                best.get().status() == 503
                        ? caller.answer(500, "", now)
                        : caller.pass(best.get().withoutFirst("Via"), now),
                now);
    }

    private Outcome stopRinging(@org.jspecify.annotations.Nullable Branch but, Instant now) {
        Outcome outcome = Outcome.NOTHING;
        for (Branch branch : branches.values()) {
            if (branch != but) {
                outcome = outcome.and(branch.cancel(now));
            }
        }
        return outcome;
    }
}
