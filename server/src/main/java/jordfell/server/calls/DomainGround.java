package jordfell.server.calls;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.calls.CallPath;
import jordfell.core.calls.Callee;
import jordfell.core.calls.Diversions;
import jordfell.core.calls.Ringer;
import jordfell.core.dialing.DialPlan;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.records.DiversionStore;
import jordfell.server.records.GroupStore;
import org.springframework.stereotype.Component;

/**
 * The ground of a whole domain, read in a few statements, for those who ask about all of its numbers. Where phones divert
 * calls themselves is left out: a phone does that only while it is there to ring.
 */
@Component
class DomainGround {

    private static final String EXTENSIONS = """
            select e.id, e.number, e.permission_class, coalesce(p.name, e.display_name) name
            from extension e left join person p on p.id = e.person_id where e.domain_id = ? order by e.sort_number""";

    private record Known(long id, String number, String name, String permission) {}

    private final Jdbc jdbc;
    private final RingerList ringers;
    private final DiversionStore diversions;
    private final GroupStore groups;
    private final DialPlans plans;

    DomainGround(Jdbc jdbc, RingerList ringers, DiversionStore diversions, GroupStore groups, DialPlans plans) {
        this.jdbc = jdbc;
        this.ringers = ringers;
        this.diversions = diversions;
        this.groups = groups;
        this.plans = plans;
    }

    /** As it is at this moment. */
    Whole of(long domainId) {
        Map<Long, Diversions> diverted = diversions.all(domainId);
        Map<String, List<Ringer>> ringing = ringers.all(domainId);
        Map<String, Callee> callees = new LinkedHashMap<>();
        Map<String, String> permissions = new HashMap<>();
        for (Known e : jdbc.list(
                EXTENSIONS,
                row -> new Known(row.number("id"), row.text("number"), row.text("name"), row.text("permission_class")),
                domainId)) {
            callees.put(
                    e.number(),
                    new Callee.Line(
                            e.number(),
                            e.name(),
                            ringing.getOrDefault(e.number(), List.of()),
                            diverted.getOrDefault(e.id(), Diversions.NONE)));
            permissions.put(e.number(), e.permission());
        }
        groups.all(domainId).forEach(g -> callees.putIfAbsent(g.group().number(), g.group()));
        return new Whole(callees, permissions, plans.of(domainId));
    }

    /** All that is known of a domain’s numbers at one moment. */
    record Whole(Map<String, Callee> callees, Map<String, String> permissions, DialPlan plan)
            implements CallPath.Ground {

        /** The extension of this number. */
        Optional<Callee.Line> line(String number) {
            return Optional.ofNullable(callees.get(number))
                    .filter(Callee.Line.class::isInstance)
                    .map(Callee.Line.class::cast);
        }

        @Override
        public Optional<Callee> callee(String number) {
            Callee known = callees.get(number);
            return known != null ? Optional.of(known) : DialledTarget.service(plan, number);
        }

        @Override
        public Optional<Boolean> leadsOutside(String diverting, String target) {
            return plan.decide(permissions.getOrDefault(diverting, ""), target)
                    .target()
                    .flatMap(DialledTarget::leadsOutside);
        }
    }
}
