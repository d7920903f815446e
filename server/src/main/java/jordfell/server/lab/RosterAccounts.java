package jordfell.server.lab;

import java.util.Optional;
import jordfell.core.dialing.DialDecision;
import jordfell.core.dialing.DialTarget;
import jordfell.lab.registrar.Accounts;
import jordfell.lab.registrar.Dialled;
import jordfell.server.calls.DialPlans;
import jordfell.server.records.DomainStore;
import jordfell.server.records.ExtensionStore;
import org.springframework.stereotype.Component;

/** Lets the Lab's registrar know the accounts as the roster has them. */
@Component
class RosterAccounts implements Accounts {

    private final DomainStore domains;
    private final ExtensionStore extensions;
    private final RefusedAgents refused;
    private final DialPlans plans;

    RosterAccounts(DomainStore domains, ExtensionStore extensions, RefusedAgents refused, DialPlans plans) {
        this.domains = domains;
        this.extensions = extensions;
        this.refused = refused;
        this.plans = plans;
    }

    @Override
    public boolean isRefused(String domain, String user, String host) {
        return refused.isRefused(domain, user, host);
    }

    @Override
    public Optional<Policy> domain(String name) {
        return domains.byName(name).map(d -> new Policy(d.name(), d.realm(), d.expiry()));
    }

    @Override
    public Optional<Account> find(String domain, String user) {
        return domains.idOf(domain)
                .flatMap(id -> extensions.byNumber(id, user))
                .map(e -> new Account(
                        e.number(), e.authUser(), extensions.passwords(e.id()).get(0), e.contactLimit()));
    }

    /** As the dial lists of its permission say; somebody who is no extension is none’s business here. */
    @Override
    public Dialled dial(String domain, String from, String dialled) {
        return domains.idOf(domain)
                .flatMap(id -> plans.decide(id, from, dialled))
                .map(RosterAccounts::dialled)
                .orElse(new Dialled.Inside(dialled));
    }

    private static Dialled dialled(DialDecision decision) {
        DialTarget target = decision.target().orElse(new DialTarget.Refused("no dial list has this number"));
        if (target instanceof DialTarget.Refused refused) {
            return new Dialled.Refused(refused.why());
        }
        if (target instanceof DialTarget.Service service) {
            return new Dialled.Service(service.name());
        }
        return target instanceof DialTarget.Outside
                ? new Dialled.Outside(decision.number())
                : new Dialled.Inside(decision.number());
    }
}
