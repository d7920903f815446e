package jordfell.server.rehearsal;

import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import jordfell.core.device.Device;
import jordfell.lab.phone.PhoneState;
import jordfell.server.records.DeviceStore;
import org.springframework.stereotype.Component;

/** The devices that phones of the Lab are enrolled as. */
@Component
class Enrolled {

    private final DeviceStore devices;

    Enrolled(DeviceStore devices) {
        this.devices = devices;
    }

    List<Device> of(Collection<PhoneState> phones) {
        return phones.stream()
                .flatMap(phone -> devices.byMac(phone.mac()).stream())
                .toList();
    }

    Set<Long> ids(Collection<PhoneState> phones) {
        return of(phones).stream().map(Device::id).collect(Collectors.toCollection(TreeSet::new));
    }
}
