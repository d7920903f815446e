package jordfell.server.calls;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import jordfell.core.calls.CallPath;
import jordfell.core.calls.RingChanges;
import jordfell.core.calls.RingChanges.Change;
import jordfell.core.roster.OutsideNumber;
import jordfell.server.records.OutsideNumberStore;
import org.springframework.stereotype.Component;

/** Which numbers of a domain would ring elsewhere if something was kept. */
@Component
class RingImpact {

    private static final int MOST_SHOWN = 30;

    /**
     * What would ring elsewhere.
     *
     * @param total how many numbers, outside numbers among them
     * @param shown the first of them, those that would ring elsewhere now before the others
     */
    record RingImpactView(int total, List<RingChangeView> shown) {}

    /** @param now whether a call that came now would go elsewhere */
    record RingChangeView(String number, boolean now, String was, String is) {}

    private final DomainGround ground;
    private final OutsideNumberStore outside;

    RingImpact(DomainGround ground, OutsideNumberStore outside) {
        this.ground = ground;
        this.outside = outside;
    }

    /** @param changed how the ground would be, from how it is */
    RingImpactView of(long domainId, Function<DomainGround.Whole, CallPath.Ground> changed) {
        DomainGround.Whole before = ground.of(domainId);
        CallPath.Ground after = changed.apply(before);
        Map<String, List<String>> outsideOf = outside.called(domainId).stream()
                .collect(Collectors.groupingBy(
                        OutsideNumberStore.Called::rings,
                        HashMap::new,
                        Collectors.mapping(called -> OutsideNumber.show(called.e164()), Collectors.toList())));
        Set<String> numbers = new TreeSet<>(before.callees().keySet());
        numbers.addAll(outsideOf.keySet());
        numbers.remove("");
        List<RingChangeView> all = new ArrayList<>();
        for (Change change : RingChanges.between(before, after, numbers)) {
            outsideOf.getOrDefault(change.number(), List.of()).forEach(number -> all.add(view(number, change)));
            if (before.callees().containsKey(change.number())) {
                all.add(view(change.number(), change));
            }
        }
        List<RingChangeView> shown = all.stream()
                .sorted((a, b) -> Boolean.compare(b.now(), a.now()))
                .limit(MOST_SHOWN)
                .toList();
        return new RingImpactView(all.size(), shown);
    }

    private static RingChangeView view(String number, Change change) {
        return new RingChangeView(number, change.now(), change.was(), change.is());
    }
}
