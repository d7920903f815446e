package jordfell.server.calls;

import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import jordfell.core.calls.CallPath;
import jordfell.core.calls.CallSentence;
import jordfell.core.calls.CallStop;
import jordfell.core.calls.ChangedGround;
import jordfell.core.calls.RingChanges;
import jordfell.core.calls.RingChanges.Change;
import jordfell.core.roster.OutsideNumber;
import jordfell.server.records.OutsideNumberStore;
import jordfell.server.records.OutsideNumberStore.Called;
import jordfell.server.records.OutsideNumberStore.Did;
import org.springframework.stereotype.Component;

/** Which numbers of a domain would ring elsewhere if something was kept. */
@Component
public class RingImpact {

    private static final int MOST_SHOWN = 30;
    private static final String GIVEN_TO_NOBODY = "It rings nothing: the number is given to nobody.";

    /**
     * What would ring elsewhere.
     *
     * @param total how many numbers, outside numbers among them
     * @param shown the first of them, those that would ring elsewhere now before the others
     */
    public record RingImpactView(int total, List<RingChangeView> shown) {

        private static RingImpactView of(List<RingChangeView> all) {
            return new RingImpactView(
                    all.size(),
                    all.stream()
                            .sorted((a, b) -> Boolean.compare(b.now(), a.now()))
                            .limit(MOST_SHOWN)
                            .toList());
        }
    }

    /**
     * One of them.
     *
     * @param now whether a call that came now would go elsewhere
     */
    public record RingChangeView(String number, boolean now, String was, String is) {}

    private final DomainGround ground;
    private final OutsideNumberStore outside;
    private final InstantSource clock;

    RingImpact(DomainGround ground, OutsideNumberStore outside, InstantSource clock) {
        this.clock = clock;
        this.ground = ground;
        this.outside = outside;
    }

    /** @param changed how the ground would be, from how it is */
    RingImpactView of(long domainId, Function<DomainGround.Whole, CallPath.Ground> changed) {
        DomainGround.Whole before = ground.of(domainId);
        return of(domainId, before, changed.apply(before), UnaryOperator.identity());
    }

    /** What comes of another number for an extension: outside numbers go with it, and whatever names the old one does not. */
    public RingImpactView renumbered(long domainId, String was, String number) {
        DomainGround.Whole before = ground.of(domainId);
        return before.line(was)
                .map(line -> of(
                        domainId,
                        before,
                        new ChangedGround(before, line.renumbered(number), was),
                        rings -> rings.equals(was) ? number : rings))
                .orElse(new RingImpactView(0, List.of()));
    }

    /** What comes of it when there is no such extension any more: outside numbers ring nothing then. */
    public RingImpactView removed(long domainId, String number) {
        DomainGround.Whole before = ground.of(domainId);
        return of(domainId, before, ChangedGround.without(before, number), rings -> rings.equals(number) ? "" : rings);
    }

    /** What comes of other handlers for outside numbers; those that are not kept yet rang nothing. */
    public RingImpactView rerouted(long domainId, Collection<Did> after) {
        DomainGround.Whole whole = ground.of(domainId);
        List<RingChangeView> all = new ArrayList<>();
        for (Did did : after) {
            Optional<CallStop> before = outside.find(did.id()).map(kept -> path(kept, whole));
            CallStop is = path(did, whole);
            if (before.filter(is::equals).isEmpty()) {
                String was = before.map(CallSentence::of).orElse(GIVEN_TO_NOBODY);
                String then = CallSentence.of(is);
                all.add(new RingChangeView(OutsideNumber.show(did.e164()), !was.equals(then), was, then));
            }
        }
        return RingImpactView.of(all);
    }

    private CallStop path(Did did, CallPath.Ground now) {
        return outside.path(did, clock.instant(), now);
    }

    /** @param moved what an outside number rings afterwards, by what it rings now; empty for nothing */
    private RingImpactView of(
            long domainId, DomainGround.Whole before, CallPath.Ground after, UnaryOperator<String> moved) {
        List<RingChangeView> all = new ArrayList<>();
        for (Called called : outside.called(domainId, clock.instant())) {
            if (!called.rings().isEmpty()) {
                outside(called, before, after, moved).ifPresent(all::add);
            }
        }
        Set<String> numbers = new TreeSet<>(before.callees().keySet());
        for (Change change : RingChanges.between(before, after, numbers)) {
            all.add(view(change.number(), change));
        }
        return RingImpactView.of(all);
    }

    private static Optional<RingChangeView> outside(
            Called called, CallPath.Ground before, CallPath.Ground after, UnaryOperator<String> moved) {
        String shown = OutsideNumber.show(called.e164());
        String rings = moved.apply(called.rings());
        if (rings.equals(called.rings())) {
            return RingChanges.between(before, after, List.of(rings)).stream()
                    .map(change -> view(shown, change))
                    .findFirst();
        }
        String was = CallSentence.of(CallPath.of(called.rings(), before));
        String is = rings.isEmpty() ? GIVEN_TO_NOBODY : CallSentence.of(CallPath.of(rings, after));
        // Whoever goes on with another number is rung as before.
        return Optional.of(new RingChangeView(shown, true, was, is)).filter(change -> !was.equals(is));
    }

    private static RingChangeView view(String number, Change change) {
        return new RingChangeView(number, change.now(), change.was(), change.is());
    }
}
