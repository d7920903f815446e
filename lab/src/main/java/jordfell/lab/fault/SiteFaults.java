package jordfell.lab.fault;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.random.RandomGenerator;
import jordfell.lab.net.Hop;
import jordfell.lab.net.Hops;
import jordfell.lab.net.Network;
import jordfell.lab.net.Router;

/** Faults of the way between a site and everything else. */
final class SiteFaults {

    /** What needs a router with an address of its own. */
    private static final Set<FaultKind> OWN_ADDRESS =
            EnumSet.of(FaultKind.NAT, FaultKind.VIA_REWRITTEN, FaultKind.CONTACT_REWRITTEN, FaultKind.SIP_REWRITTEN);

    private final Network network;
    private final RandomGenerator random;
    private Function<Fault, Collection<String>> phones = fault -> List.of();
    private final List<Fault> leases = new ArrayList<>();

    SiteFaults(Network network, RandomGenerator random) {
        this.network = network;
        this.random = random;
    }

    /** Why one can’t be; empty if it can. */
    Optional<String> refuse(Fault fault) {
        return OWN_ADDRESS.contains(fault.kind()) && !network.canTranslate(fault.at())
                ? Optional.of("No router of the Lab has an address left by which others would know this site.")
                : Optional.empty();
    }

    void begin(Fault fault) {
        switch (fault.kind()) {
            case NO_LEASES, NO_PROVISIONING_ADDRESS, OTHER_NETWORK -> leases.add(fault);
            case NAT -> network.translate(fault.at(), fault.id(), Duration.ofSeconds(fault.amount()));
            case VIA_REWRITTEN -> network.rewrite(fault.at(), fault.id(), true, false);
            case CONTACT_REWRITTEN -> network.rewrite(fault.at(), fault.id(), false, true);
            case SIP_REWRITTEN -> network.rewrite(fault.at(), fault.id(), true, true);
            default -> hop(fault).ifPresent(hop -> ways(fault).forEach(way -> way.put(fault.id(), hop)));
        }
    }

    /** Whether one of the kinds that have to do with leases is there. */
    boolean has(FaultKind kind, String site) {
        return leases.stream().anyMatch(f -> f.kind() == kind && f.at().equals(site));
    }

    void end(Fault fault) {
        leases.removeIf(f -> f.id() == fault.id());
        ways(fault).forEach(way -> way.remove(fault.id()));
    }

    /** Whose links are meant by a fault that is at phones. */
    void phonesAre(Function<Fault, Collection<String>> addresses) {
        phones = addresses;
    }

    private List<Router> ways(Fault fault) {
        return fault.where() == FaultKind.Where.SITE
                ? List.of(network.router(fault.at()))
                : phones.apply(fault).stream().map(network::link).toList();
    }

    private Optional<Hop> hop(Fault fault) {
        int amount = fault.amount();
        return Optional.ofNullable(
                switch (fault.kind()) {
                    case LINE_CUT -> Hops.cut();
                    case LINE_LOSES -> Hops.losing(amount / 100.0, random);
                    case LINE_SLOW -> Hops.delaying(Duration.ofMillis(amount));
                    case LINE_REORDERS -> Hops.reordering(Duration.ofMillis(amount), random);
                    case SIP_BLOCKED -> Hops.blockingSipOut();
                    case ANSWERS_BLOCKED -> Hops.blockingSipIn();
                    case FILES_BLOCKED -> Hops.blockingFiles();
                    case NAMES_BLOCKED -> Hops.blockingNames();
                    case TIME_BLOCKED -> Hops.blockingTime();
                    case TIME_WRONG -> Hops.shiftingTime(Duration.ofMinutes(amount));
                    case LONG_LOST -> Hops.losingFragments(amount);
                    case SIP_CUT_OFF -> Hops.cuttingOff(amount);
                    default -> null;
                });
    }
}
