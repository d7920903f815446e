package jordfell.server.directory;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.List;
import java.util.Set;
import jordfell.core.dialing.DialPlan;
import jordfell.core.phonebook.DiallableNumber;
import jordfell.server.calls.DialPlans;
import jordfell.server.change.Changed;
import jordfell.server.change.Subject;
import jordfell.server.records.DomainStore;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** How numbers of contacts are dialled by phones of a domain. */
@Component
class DiallingGround {

    private static final int MOST_IN_MIND = 100;

    private static final List<Subject> SAID =
            List.of(Subject.DOMAIN, Subject.DIAL_LIST, Subject.PERMISSION, Subject.RING_GROUP, Subject.EXTENSION);

    /** What is the same for all permissions of a domain. */
    private record Known(String name, Set<String> numbers, DialPlan plan) {}

    private final DomainStore domains;
    private final RosterEntries roster;
    private final DialPlans plans;
    private final Cache<Long, Known> known =
            Caffeine.newBuilder().maximumSize(MOST_IN_MIND).build();

    DiallingGround(DomainStore domains, RosterEntries roster, DialPlans plans) {
        this.domains = domains;
        this.roster = roster;
        this.plans = plans;
    }

    /** @param permission of whoever dials; empty for none */
    DiallableNumber.Ground of(long domainId, String permission) {
        Known domain = known.get(domainId, id -> new Known(domains.get(id).name(), roster.numbers(id), plans.of(id)));
        return new DiallableNumber.Ground(domain.name(), domain.numbers()::contains, domain.plan(), permission);
    }

    /** Before those that ask here anew. */
    @EventListener
    @Order(-1)
    void follow(Changed changed) {
        if (SAID.stream().anyMatch(changed::touches)) {
            known.invalidateAll();
        }
    }
}
