package jordfell.lab.world;

import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.identity.MacAddress;
import jordfell.core.roster.Domain;
import jordfell.lab.dns.StubDns;
import jordfell.lab.dns.Zone;
import jordfell.lab.fault.NameFaults;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Network;
import jordfell.lab.time.Timeline;

/** The name service of a world: what is looked up, and by whom, is seen. */
final class Names {

    static final Endpoint ADDRESS = new Endpoint("192.0.2.53", 53);

    private final Timeline timeline;
    private final Network network;
    private final WorldObserver observer;
    private final Map<String, MacAddress> holders = new HashMap<>();
    private final StubDns dns;

    Names(Timeline timeline, Network network, WorldObserver observer, NameFaults faults) {
        this.dns = new StubDns(faults);
        this.timeline = timeline;
        this.network = network;
        this.observer = observer;
        network.attach(ADDRESS, this::answer);
    }

    /** Names lead where the domains say from now on. */
    void follow(Collection<Domain> domains) {
        dns.follow(domains);
    }

    /** Names lead to this address, whoever asks, besides those of domains. */
    void offer(Map<String, String> addresses) {
        dns.offer(addresses);
    }

    /** Names of a domain lead where a zone file says; empty to follow the domain again. */
    void give(String domain, Optional<Zone> zone) {
        dns.give(domain, zone);
    }

    /** A device has this address. */
    void hold(String address, MacAddress device) {
        holders.put(address, device);
    }

    private void answer(Endpoint from, byte[] query) {
        dns.answer(query).ifPresent(answer -> {
            observer.observed(
                    "",
                    Optional.ofNullable(holders.get(from.host())),
                    new NameLookedUp(timeline.now(), answer.name(), answer.type(), answer.found(), answer.status()));
            if (answer.wire().length > 0) {
                network.send(ADDRESS, from, answer.wire());
            }
        });
    }
}
