package jordfell.server.directory;

import java.util.Set;
import jordfell.core.phonebook.DiallableNumber;
import jordfell.server.calls.DialPlans;
import jordfell.server.records.DomainStore;
import org.springframework.stereotype.Component;

/** How numbers of contacts are dialled by phones of a domain. */
@Component
class DiallingGround {

    private final DomainStore domains;
    private final RosterEntries roster;
    private final DialPlans plans;

    DiallingGround(DomainStore domains, RosterEntries roster, DialPlans plans) {
        this.domains = domains;
        this.roster = roster;
        this.plans = plans;
    }

    /** @param permission of whoever dials; empty for none */
    DiallableNumber.Ground of(long domainId, String permission) {
        Set<String> numbers = roster.numbers(domainId);
        return new DiallableNumber.Ground(
                domains.get(domainId).name(), numbers::contains, plans.of(domainId), permission);
    }
}
