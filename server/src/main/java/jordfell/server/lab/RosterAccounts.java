package jordfell.server.lab;

import java.util.Optional;
import jordfell.lab.registrar.Accounts;
import jordfell.server.records.DomainStore;
import jordfell.server.records.ExtensionStore;
import org.springframework.stereotype.Component;

/** Lets the Lab's registrar know the accounts as the roster has them. */
@Component
class RosterAccounts implements Accounts {

    private final DomainStore domains;
    private final ExtensionStore extensions;

    private final RefusedAgents refused;

    RosterAccounts(DomainStore domains, ExtensionStore extensions, RefusedAgents refused) {
        this.domains = domains;
        this.extensions = extensions;
        this.refused = refused;
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
}
