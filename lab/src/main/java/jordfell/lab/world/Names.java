package jordfell.lab.world;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.identity.MacAddress;
import jordfell.core.roster.Domain;
import jordfell.lab.dns.StubDns;
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
    private final NameFaults faults;
    private StubDns dns;

    Names(Timeline timeline, Network network, WorldObserver observer, NameFaults faults) {
        this.faults = faults;
        this.dns = new StubDns(List.of(), faults);
        this.timeline = timeline;
        this.network = network;
        this.observer = observer;
        network.attach(ADDRESS, this::answer);
    }

    /** Names lead where the domains say from now on. */
    void follow(Collection<Domain> domains) {
        dns = new StubDns(domains, faults);
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
                    new NameLookedUp(timeline.now(), answer.name(), answer.type(), answer.found()));
            network.send(ADDRESS, from, answer.wire());
        });
    }
}
