package jordfell.lab.fault;

import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.random.RandomGenerator;
import jordfell.lab.net.Network;
import jordfell.lab.time.Timeline;

/** The faults of a world: switched on and off, or at their time. All of it runs in the timeline’s order. */
public final class Faults {

    private final Timeline timeline;
    private final SiteFaults sites;
    private final NodeFaults nodes = new NodeFaults();
    private final NameFaults names = new NameFaults();
    private final Map<Long, Fault> all = new LinkedHashMap<>();

    /** Where nobody wants to know when one goes by itself. */
    private Consumer<Fault> over = fault -> {};

    public Faults(Timeline timeline, Network network, RandomGenerator random) {
        this.timeline = timeline;
        this.sites = new SiteFaults(network, random);
    }

    /** Whoever is told of each that goes by itself. */
    public void whenOver(Consumer<Fault> told) {
        over = told;
    }

    /** Whose links are meant by a fault that is at phones. */
    public void phonesAre(Function<Fault, Collection<String>> addresses) {
        sites.phonesAre(addresses);
    }

    /** Those that are there, or will be. */
    public List<Fault> all() {
        return List.copyOf(all.values());
    }

    public NodeFaults nodes() {
        return nodes;
    }

    public NameFaults names() {
        return names;
    }

    /** Whether a fault of leases is there at a site. */
    public boolean hasOfLeases(FaultKind kind, String site) {
        return sites.has(kind, site);
    }

    /** Why one can’t be switched on beside those that are; empty if it can. */
    public Optional<String> refuse(Fault fault) {
        boolean twice = all.values().stream()
                .anyMatch(f -> f.kind() == fault.kind() && f.where() == fault.where() && f.at().equals(fault.at()));
        return twice
                ? Optional.of("The same is switched on there already.")
                : fault.where() == FaultKind.Where.SITE ? sites.refuse(fault) : Optional.empty();
    }

    /** Switches one on, now or when its time has come. One whose time is over leaves nothing. */
    public void add(Fault fault) {
        all.put(fault.id(), fault);
        timeline.at(fault.since(), () -> {
            if (fault.equals(all.get(fault.id()))) {
                begin(fault);
            }
        });
        fault.until()
                .ifPresent(end -> timeline.at(end, () -> {
                    if (fault.equals(all.get(fault.id()))) {
                        remove(fault.id());
                        over.accept(fault);
                    }
                }));
    }

    /** Switches one off; nothing if it is not there. */
    public void remove(long id) {
        Fault fault = all.remove(id);
        if (fault != null) {
            switch (fault.where()) {
                case SITE, PHONE, FLEET -> sites.end(fault);
                case NODE -> nodes.end(fault);
                case DOMAIN -> names.end(fault);
            }
        }
    }

    private void begin(Fault fault) {
        switch (fault.where()) {
            case SITE, PHONE, FLEET -> sites.begin(fault);
            case NODE -> nodes.begin(fault);
            case DOMAIN -> names.begin(fault);
        }
    }
}
