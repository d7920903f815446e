package jordfell.server.calls;

import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import jordfell.core.calls.CallStop.DeadEnd;
import jordfell.core.calls.CallStop.DeadEnd.Weight;
import jordfell.server.calls.DeadNumberSearch.DeadNumber;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The numbers of a domain that ring nothing now, each with why. */
@RestController
@RequestMapping(path = "/api/calls", produces = "application/json")
class DeadNumbersController {

    /** More are counted and not told one by one. */
    private static final int MOST = 500;

    /**
     * What was found.
     *
     * @param looked at how many numbers were looked
     * @param byEnd how many end for each reason
     * @param unassigned outside numbers that are given to nobody
     */
    record DeadNumbers(int looked, int dead, Map<DeadEnd, Integer> byEnd, int unassigned, List<DeadNumber> numbers) {}

    private final DeadNumberSearch search;
    private final DialPlans plans;

    DeadNumbersController(DeadNumberSearch search, DialPlans plans) {
        this.search = search;
        this.plans = plans;
    }

    /** @param end only those that end for this reason */
    @GetMapping("/dead")
    DeadNumbers dead(@RequestParam long domainId, @RequestParam(required = false) @Nullable DeadEnd end) {
        plans.needDomain(domainId);
        DeadNumberSearch.Found all = search.in(domainId);
        List<DeadNumber> found = all.dead();
        Map<DeadEnd, Integer> byEnd = new EnumMap<>(DeadEnd.class);
        found.forEach(dead -> {
            if (dead.end() != null) {
                byEnd.merge(dead.end(), 1, Integer::sum);
            }
        });
        return new DeadNumbers(
                all.looked(),
                found.size(),
                byEnd,
                (int) found.stream().filter(dead -> dead.end() == null).count(),
                found.stream()
                        .filter(dead -> end == null || dead.end() == end)
                        .sorted(Comparator.comparing(DeadNumbersController::weight))
                        .limit(MOST)
                        .toList());
    }

    /** What is wrong on record comes before what is only not there at the moment; what is given to nobody is not used yet. */
    private static Weight weight(DeadNumber dead) {
        return dead.end() == null ? Weight.UNUSED : dead.end().weight();
    }
}
