package jordfell.server.brought;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.List;
import java.util.Optional;
import jordfell.core.brought.Matching;
import jordfell.core.capture.Nodes;
import jordfell.core.device.Device;
import jordfell.core.identity.MacAddress;
import jordfell.core.roster.RegistrarNode;
import jordfell.server.records.DeviceStateStore;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.DomainStore;
import org.springframework.stereotype.Component;

/** Whose something that was brought may be, by the records of now. */
@Component
class BroughtHolders {

    private static final int MOST_IN_MIND = 20_000;

    private final DeviceStore devices;
    private final DeviceStateStore states;
    private final DomainStore domains;

    BroughtHolders(DeviceStore devices, DeviceStateStore states, DomainStore domains) {
        this.devices = devices;
        this.states = states;
        this.domains = domains;
    }

    /** The nodes on record, by where they listen. */
    Nodes nodes() {
        List<RegistrarNode> all =
                domains.all().stream().flatMap(d -> d.nodes().stream()).toList();
        return (host, port) -> all.stream()
                .filter(n -> n.address().equals(host) && (n.port() == port || port == n.port() + 1))
                .map(RegistrarNode::name)
                .findFirst();
    }

    /** For one reading: what is asked again and again is asked once. */
    Matching.Holders forOne() {
        return new Asked();
    }

    private final class Asked implements Matching.Holders {

        private final Cache<MacAddress, Optional<Long>> byMac = cache();
        private final Cache<String, List<Long>> byNumber = cache();
        private final Cache<String, List<Long>> byHost = cache();

        @Override
        public Optional<Long> withMac(MacAddress mac) {
            return byMac.get(mac, m -> devices.byMac(m).map(Device::id));
        }

        @Override
        public List<Long> withNumber(String domain, String number) {
            return number.isEmpty()
                    ? List.of()
                    : byNumber.get(domain + " " + number, k -> devices.withNumber(domain, number));
        }

        @Override
        public List<Long> at(String host) {
            return host.isEmpty() ? List.of() : byHost.get(host, states::at);
        }

        private static <K, V> Cache<K, V> cache() {
            return Caffeine.newBuilder().maximumSize(MOST_IN_MIND).build();
        }
    }
}
