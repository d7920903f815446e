package jordfell.server.history;

import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Observation;
import jordfell.core.identity.MacAddress;
import jordfell.server.device.Device;
import jordfell.server.device.DeviceStore;
import org.springframework.stereotype.Component;

/** Finds out whose an observation is. */
@Component
class Owners {

    private final DeviceStore devices;

    Owners(DeviceStore devices) {
        this.devices = devices;
    }

    /**
     * The device of this MAC; without one, the only device that has the extension concerned, unless that one is known to
     * name itself: then it was another agent with the same extension.
     */
    Optional<Long> of(String domain, Optional<MacAddress> mac, Observation observation) {
        Optional<Long> byMac = mac.flatMap(devices::byMac).map(Device::id);
        if (byMac.isPresent() || mac.isPresent()) {
            byMac.filter(id -> observation instanceof Observation.BindingChanged)
                    .ifPresent(devices::namesItself);
            return byMac;
        }
        List<Long> holders = devices.withNumber(domain, observation.aboutNumber());
        return holders.size() == 1 && !devices.hasNamedItself(holders.get(0))
                ? Optional.of(holders.get(0))
                : Optional.empty();
    }
}
