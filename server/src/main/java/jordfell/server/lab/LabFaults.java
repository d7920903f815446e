package jordfell.server.lab;

import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import jordfell.core.ground.Site;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;
import jordfell.core.roster.Domain;
import jordfell.lab.fault.Fault;
import jordfell.lab.fault.FaultKind;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DomainStore;
import jordfell.server.records.LabFaultStore;
import jordfell.server.records.SiteStore;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Switches faults of the Lab on and off, and keeps those that are. */
@Component
public class LabFaults {

    private static final int MOST = 200;
    private static final List<String> SHARES = List.of("10", "25", "50");

    private final LabService lab;
    private final LabFaultStore store;
    private final SiteStore sites;
    private final DomainStore domains;
    private final Changes changes;

    LabFaults(LabService lab, LabFaultStore store, SiteStore sites, DomainStore domains, Changes changes) {
        this.lab = lab;
        this.store = store;
        this.sites = sites;
        this.domains = domains;
        this.changes = changes;
    }

    /**
     * Somewhere something can go wrong.
     *
     * @param at by what the world knows it
     * @param of the domain of a node; empty for others
     */
    public record Place(FaultKind.Where where, String at, String name, String of) {

        /** What tells it from others of its kind; the token of a site is nobody’s to see. */
        public String key() {
            return where == FaultKind.Where.SITE ? name : at;
        }
    }

    /** The sites, then the nodes, then the names of domains. */
    public List<Place> places() {
        List<Domain> all = domains.all();
        return Stream.of(
                        sites.all().stream()
                                .sorted(Comparator.comparing(Site::name))
                                .map(s -> new Place(FaultKind.Where.SITE, s.token(), s.name(), "")),
                        all.stream()
                                .flatMap(d -> d.nodes().stream()
                                        .map(n -> new Place(FaultKind.Where.NODE, n.host(), n.name(), d.name()))),
                        all.stream().map(d -> new Place(FaultKind.Where.DOMAIN, d.name(), d.name(), "")),
                        SHARES.stream()
                                .map(share -> new Place(FaultKind.Where.FLEET, share, share + " % of all phones", "")))
                .flatMap(places -> places)
                .toList();
    }

    /** The place of this kind with this key. */
    public Place place(FaultKind.@Nullable Where where, @Nullable String key) {
        if (where == FaultKind.Where.PHONE && key != null && MacReader.read(key) instanceof MacReading.Valid valid) {
            String mac = valid.mac().toString();
            if (lab.world().phone(valid.mac()).isPresent()) {
                return new Place(FaultKind.Where.PHONE, mac, mac, "");
            }
        }
        return places().stream()
                .filter(p -> p.where() == where && p.key().equals(key))
                .findFirst()
                .orElseThrow(() -> RefusedException.field(
                        "/key",
                        "There is no such place in the Lab.",
                        "Choose a site, a node, a domain, a phone of the Lab or a share of them."));
    }

    /** The name of the domain of a site; empty for a site that is none. */
    public String domainOf(String token) {
        return sites.byToken(token)
                .map(site -> domains.get(site.domainId()).name())
                .orElse("");
    }

    public List<Fault> all() {
        return lab.inWorld(world -> world.faults().all());
    }

    /**
     * Switches one on.
     *
     * @param in after how long it begins
     * @param lasts how long it stays; empty until somebody switches it off
     */
    public long add(FaultKind kind, Place place, int amount, Duration in, Optional<Duration> lasts) {
        if (!kind.canBe(place.where())) {
            throw RefusedException.field(
                    "/kind", "“" + kind.words() + "” can’t be at " + place.name() + ".", "Choose another.");
        }
        kind.refuse(amount).ifPresent(why -> {
            throw RefusedException.field("/amount", amount + " is not how much of it there can be.", why);
        });
        if (all().size() >= MOST) {
            throw RefusedException.field("/", "There are " + MOST + " faults already.", "Switch some of them off.");
        }
        Instant since = lab.now().plus(in);
        Fault wish = new Fault(0, kind, place.where(), place.at(), amount, since, lasts.map(since::plus));
        lab.inWorld(world -> world.faults().refuse(wish)).ifPresent(why -> {
            throw RefusedException.field("/kind", why, "Switch it off first, or choose another.");
        });
        long id = store.add(wish);
        lab.inWorld(world -> {
            world.faults().add(new Fault(id, kind, wish.where(), wish.at(), amount, since, wish.until()));
            return id;
        });
        changes.tell(Subject.PHONE);
        return id;
    }

    /** Switches one off; it may be over already. */
    public void remove(long id) {
        store.remove(id);
        lab.inWorld(world -> {
            world.faults().remove(id);
            return id;
        });
        changes.tell(Subject.PHONE);
    }
}
