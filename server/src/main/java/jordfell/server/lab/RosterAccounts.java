package jordfell.server.lab;

import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jordfell.core.calls.Announcement;
import jordfell.core.calls.Callee;
import jordfell.core.calls.OutsidePath;
import jordfell.core.dialing.DialDecision;
import jordfell.core.dialing.DialTarget;
import jordfell.core.planning.FromOutside;
import jordfell.lab.registrar.Accounts;
import jordfell.lab.registrar.Dialled;
import jordfell.server.calls.DialPlans;
import jordfell.server.records.DiversionStore;
import jordfell.server.records.DomainStore;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.GroupStore;
import jordfell.server.records.OutsideNumberStore;
import jordfell.server.records.OutsideNumberStore.Did;
import jordfell.server.records.SiteStore;
import org.springframework.stereotype.Component;

/** Lets the Lab's registrar know the accounts as the roster has them. */
@Component
class RosterAccounts implements Accounts {

    private final DomainStore domains;
    private final ExtensionStore extensions;
    private final RefusedAgents refused;
    private final DialPlans plans;
    private final SiteStore sites;
    private final DiversionStore diversions;
    private final GroupStore groups;
    private final OutsideNumberStore outside;
    private final InstantSource clock;

    RosterAccounts(
            DomainStore domains,
            ExtensionStore extensions,
            RefusedAgents refused,
            DialPlans plans,
            SiteStore sites,
            DiversionStore diversions,
            GroupStore groups,
            OutsideNumberStore outside,
            InstantSource clock) {
        this.clock = clock;
        this.domains = domains;
        this.extensions = extensions;
        this.refused = refused;
        this.plans = plans;
        this.sites = sites;
        this.diversions = diversions;
        this.groups = groups;
        this.outside = outside;
    }

    @Override
    public boolean isRefused(String domain, String user, String host) {
        return refused.isRefused(domain, user, host);
    }

    @Override
    public Optional<String> barred(String domain, String user, String host) {
        return domains.idOf(domain)
                .flatMap(id -> extensions.byNumber(id, user))
                .filter(extension -> !extension.outside())
                .flatMap(extension -> FromOutside.refuse(false, sites.networks(extension.domainId()), host));
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
                .flatMap(id -> plans.decide(id, from, dialled).map(decision -> dialled(decision, shown(id, from))))
                .orElse(new Dialled.Inside(dialled));
    }

    /** An outside number goes where it is given; whoever is called by another number is called from inside. */
    @Override
    public Dialled fromOutside(String domain, String number) {
        if (!number.startsWith("+")) {
            return new Dialled.Inside(number);
        }
        return domains.idOf(domain)
                .flatMap(id -> outside.byNumber(number).filter(did -> did.domainId() == id))
                .map(this::given)
                .orElse(new Dialled.Refused(number + " is no outside number of " + domain));
    }

    private Dialled given(Did did) {
        OutsidePath.Handler handler = outside.at(did, clock.instant());
        return handler.rings()
                .<Dialled>map(number -> new Dialled.Inside(number, did.prefix()))
                .orElseGet(() -> handler.announcement().isEmpty()
                        ? new Dialled.Refused(did.e164() + " is given to nobody")
                        : new Dialled.Service(Announcement.SERVICE));
    }

    @Override
    public Set<String> picksUpFor(String domain, String number) {
        return domains.idOf(domain).map(id -> extensions.pickedUpBy(id, number)).orElse(Set.of());
    }

    /** Where phones divert calls themselves is not looked at: they do that when they are rung. */
    @Override
    public Optional<Callee> callee(String domain, String number) {
        return domains.idOf(domain)
                .flatMap(id -> extensions
                        .byNumber(id, number)
                        .<Callee>map(extension -> new Callee.Line(
                                extension.number(), extension.displayName(), List.of(), diversions.of(extension.id())))
                        .or(() -> groups.byNumber(id, number)));
    }

    @Override
    public Optional<String> pin(String domain, String number) {
        return domains.idOf(domain)
                .flatMap(id -> extensions.byNumber(id, number))
                .flatMap(extension -> extensions.pin(extension.id()));
    }

    private String shown(long domainId, String from) {
        return extensions.byNumber(domainId, from).map(Extension::outgoing).orElse("");
    }

    private static Dialled dialled(DialDecision decision, String shown) {
        DialTarget target = decision.target().orElse(new DialTarget.Refused("no dial list has this number"));
        if (target instanceof DialTarget.Refused refused) {
            return new Dialled.Refused(refused.why());
        }
        if (target instanceof DialTarget.Service service) {
            return new Dialled.Service(service.name());
        }
        return target instanceof DialTarget.Outside
                ? new Dialled.Outside(decision.number(), shown)
                : new Dialled.Inside(decision.number());
    }
}
