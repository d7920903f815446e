package jordfell.server.calls;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import jordfell.core.calls.CallPath;
import jordfell.core.calls.CallSentence;
import jordfell.core.calls.CallStop;
import jordfell.core.calls.CallStop.DeadEnd;
import jordfell.core.calls.CallTrouble;
import jordfell.core.calls.Callee;
import jordfell.core.calls.Ringer;
import jordfell.core.calls.Ringing;
import jordfell.core.roster.OutsideNumber;
import jordfell.server.jdbc.Jdbc;
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

    /** What somebody can call from elsewhere, and what it leads to. */
    private record Outside(String e164, String rings) {}

    /**
     * A number that rings nothing.
     *
     * @param asked as the call path is asked for
     * @param shown as it is written
     * @param end why the call ends; empty for an outside number that is given to nobody
     * @param why the same in words
     * @param deviceId the device that should ring in the end; 0 if there is none
     * @param device what is known of that
     */
    record DeadNumber(
            String asked,
            String shown,
            String name,
            @Nullable DeadEnd end,
            String why,
            long deviceId,
            String label,
            String device) {}

    /**
     * What was found.
     *
     * @param looked at how many numbers were looked
     * @param byEnd how many end for each reason
     * @param unassigned outside numbers that are given to nobody
     */
    record DeadNumbers(int looked, int dead, Map<DeadEnd, Integer> byEnd, int unassigned, List<DeadNumber> numbers) {}

    private final DomainGround ground;
    private final DialPlans plans;
    private final Jdbc jdbc;

    DeadNumbersController(DomainGround ground, DialPlans plans, Jdbc jdbc) {
        this.ground = ground;
        this.plans = plans;
        this.jdbc = jdbc;
    }

    /** @param end only those that end for this reason */
    @GetMapping("/dead")
    DeadNumbers dead(@RequestParam long domainId, @RequestParam(required = false) @Nullable DeadEnd end) {
        plans.needDomain(domainId);
        DomainGround.Whole whole = ground.of(domainId);
        List<DeadNumber> found = new ArrayList<>();
        List<Outside> outside = outside(domainId);
        outside.forEach(number -> look(number, whole).ifPresent(found::add));
        whole.callees().values().forEach(callee -> look(callee, whole).ifPresent(found::add));
        Map<DeadEnd, Integer> byEnd = new EnumMap<>(DeadEnd.class);
        found.forEach(dead -> {
            if (dead.end() != null) {
                byEnd.merge(dead.end(), 1, Integer::sum);
            }
        });
        return new DeadNumbers(
                outside.size() + whole.callees().size(),
                found.size(),
                byEnd,
                (int) found.stream().filter(dead -> dead.end() == null).count(),
                found.stream()
                        .filter(dead -> end == null || dead.end() == end)
                        .sorted(Comparator.comparing(DeadNumbersController::rank))
                        .limit(MOST)
                        .toList());
    }

    /** What is wrong on record comes before what is only not there at the moment. */
    private static int rank(DeadNumber dead) {
        return dead.end() == null
                ? 2
                : switch (dead.end()) {
                    case LOOP, NOBODY_HAS_IT, NOT_PERMITTED, EMPTY_GROUP, TOO_FAR -> 0;
                    case NOT_REGISTERED, BUSY -> 1;
                    case NO_DEVICE -> 3;
                };
    }

    private List<Outside> outside(long domainId) {
        return jdbc.list(
                "select n.e164, coalesce(e.number, g.number, '') rings from did n"
                        + " left join extension e on e.id = n.extension_id left join ring_group g on g.id = n.group_id"
                        + " where n.domain_id = ? order by n.e164",
                row -> new Outside(row.text("e164"), row.text("rings")),
                domainId);
    }

    private static Optional<DeadNumber> look(Outside number, DomainGround.Whole whole) {
        String shown = OutsideNumber.show(number.e164());
        if (number.rings().isEmpty()) {
            return Optional.of(
                    new DeadNumber(number.e164(), shown, "", null, "It is given to no extension.", 0, "", ""));
        }
        return look(number.e164(), shown, "rings " + number.rings(), number.rings(), whole);
    }

    private static Optional<DeadNumber> look(Callee callee, DomainGround.Whole whole) {
        return look(callee.number(), callee.number(), callee.name(), callee.number(), whole);
    }

    private static Optional<DeadNumber> look(
            String asked, String shown, String name, String called, DomainGround.Whole whole) {
        CallStop first = CallPath.of(called, whole);
        if (Ringing.of(first).reachesAnybody()) {
            return Optional.empty();
        }
        CallTrouble trouble = CallTrouble.in(first).stream()
                .filter(CallTrouble::now)
                .findFirst()
                .orElseGet(() -> new CallTrouble(List.of(called), Optional.empty(), DeadEnd.NOT_REGISTERED, true));
        Optional<Ringer> should = whole.callee(trouble.way().get(trouble.way().size() - 1))
                .filter(Callee.Line.class::isInstance)
                .flatMap(line -> ((Callee.Line) line).ringers().stream().findFirst());
        return Optional.of(new DeadNumber(
                asked,
                shown,
                name,
                trouble.end(),
                sentence(CallSentence.why(trouble)),
                should.map(Ringer::deviceId).orElse(0L),
                should.map(Ringer::label).orElse(""),
                should.map(Ringer::detail).orElse("")));
    }

    private static String sentence(String words) {
        return words.substring(0, 1).toUpperCase(Locale.ROOT) + words.substring(1) + ".";
    }
}
