package jordfell.lab.world;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.stream.IntStream;
import jordfell.core.evidence.Observation.Leased;
import jordfell.core.identity.MacAddress;
import jordfell.lab.dhcp.DhcpMessage;
import jordfell.lab.dhcp.DhcpServer;
import jordfell.lab.dhcp.Leases;
import jordfell.lab.fault.FaultKind;
import jordfell.lab.fault.Faults;
import jordfell.lab.time.Timeline;

/** What phones find at their site: a server that gives addresses and says where files are. */
final class SiteServices implements Leases {

    private static final String ROUTER = "192.0.2.1";
    private static final String SERVER = "192.0.2.67";

    /** Documentation addresses (RFC 5737) for phones whose site has another network than it is said to have. */
    private static final List<String> ELSEWHERE = List.of("203.0.113.", "198.51.100.");

    private static final int FIRST_HOST = 100;
    private static final int LAST_HOST = 250;

    /** Where files are: the part behind {@code /p/} is the site’s. */
    private static final String FILES = "http://provisioning.example/p/";

    private final Timeline timeline;
    private final Faults faults;
    private final WorldObserver observer;
    private final BiConsumer<String, MacAddress> holders;
    private final Map<String, DhcpServer> servers = new HashMap<>();
    private final Set<String> given = new HashSet<>();
    private final Map<String, SitePlan> plans = new HashMap<>();

    /** @param holders is told at which address a phone is */
    SiteServices(Timeline timeline, Faults faults, WorldObserver observer, BiConsumer<String, MacAddress> holders) {
        this.holders = holders;
        this.timeline = timeline;
        this.faults = faults;
        this.observer = observer;
    }

    /** True if it was planned otherwise before. */
    boolean plan(SitePlan plan) {
        return !plan.equals(plans.put(plan.site(), plan));
    }

    /** Whether its record says that its router translates addresses. */
    boolean isTranslated(String site) {
        return plan(site).nat().isPresent();
    }

    /** Keeps an address for a phone of a site. */
    void keep(String site, MacAddress mac, String address) {
        given.add(address);
        servers.computeIfAbsent(site, s -> new DhcpServer(SERVER, ROUTER, Names.ADDRESS.host()))
                .keep(mac, address);
    }

    /** How many leases run at a site. */
    long leases(String site) {
        return Optional.ofNullable(servers.get(site))
                .map(s -> s.leases(timeline.now()))
                .orElse(0L);
    }

    @Override
    public boolean isTyped(String site) {
        return plan(site).option() == 0;
    }

    @Override
    public Optional<byte[]> ask(String site, byte[] message) {
        Optional<DhcpMessage> asked = DhcpMessage.read(message);
        DhcpServer server = servers.get(site);
        if (asked.isEmpty() || server == null || faults.hasOfLeases(FaultKind.NO_LEASES, site)) {
            return Optional.empty();
        }
        int option = faults.hasOfLeases(FaultKind.NO_PROVISIONING_ADDRESS, site)
                ? 0
                : plan(site).option();
        if (faults.hasOfLeases(FaultKind.OTHER_NETWORK, site)) {
            server.lend(asked.get().mac(), this::elsewhere);
        } else {
            server.giveBack(asked.get().mac());
        }
        server.tell(option == 0 ? Map.of() : Map.of(option, FILES + site + "/"));
        Optional<DhcpMessage> answer = server.answer(asked.get(), timeline.now());
        answer.filter(a -> a.kind() == DhcpMessage.Kind.ACK).ifPresent(ack -> {
            holders.accept(ack.offered(), ack.mac());
            observer.observed(
                    "",
                    Optional.of(ack.mac()),
                    new Leased(
                            timeline.now(),
                            ack.offered(),
                            SERVER,
                            option,
                            ack.text(option).orElse("")));
        });
        return answer.map(DhcpMessage::bytes);
    }

    /** An address that no phone has, of no site’s network; empty when all are given. */
    private Optional<String> elsewhere() {
        Optional<String> free = ELSEWHERE.stream()
                .flatMap(network -> IntStream.range(FIRST_HOST, LAST_HOST).mapToObj(host -> network + host))
                .filter(address -> !given.contains(address))
                .findFirst();
        free.ifPresent(given::add);
        return free;
    }

    private SitePlan plan(String site) {
        return plans.getOrDefault(site, SitePlan.usual(site));
    }
}
