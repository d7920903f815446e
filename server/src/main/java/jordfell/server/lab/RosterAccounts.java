package jordfell.server.lab;

import java.util.Optional;
import jordfell.lab.registrar.Accounts;
import jordfell.server.roster.DomainStore;
import jordfell.server.roster.ExtensionStore;
import org.springframework.stereotype.Component;

/** Lets the Lab's registrar know the accounts as the roster has them. */
@Component
class RosterAccounts implements Accounts {

    private final DomainStore domains;
    private final ExtensionStore extensions;

    RosterAccounts(DomainStore domains, ExtensionStore extensions) {
        this.domains = domains;
        this.extensions = extensions;
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
