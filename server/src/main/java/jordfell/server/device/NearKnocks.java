package jordfell.server.device;

import java.util.Comparator;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import jordfell.core.device.Device;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.NearMiss;
import jordfell.core.identity.NearMisses;
import jordfell.core.path.DeviceFacts.NearKnock;
import jordfell.core.path.Standing;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.KnockStore;
import org.springframework.stereotype.Component;

/** Finds who asks for files with nearly the MAC of a device that never called in. */
@Component
class NearKnocks {

    private final KnockStore knocks;
    private final DeviceStore devices;

    NearKnocks(KnockStore knocks, DeviceStore devices) {
        this.knocks = knocks;
        this.devices = devices;
    }

    /** The likeliest: at its site before elsewhere, then by the slip. */
    Optional<NearKnock> of(Device device) {
        Optional<MacAddress> mac = device.mac();
        if (mac.isEmpty() || device.standing() != Standing.IN_USE || devices.hasShownItself(device.id())) {
            return Optional.empty();
        }
        Map<MacAddress, KnockStore.Knock> near = knocks.openAmong(NearMisses.around(mac.get())).stream()
                .collect(Collectors.toMap(KnockStore.Knock::mac, Function.identity()));
        return NearMisses.among(near.keySet()).of(mac.get()).stream()
                .min(Comparator.comparing(
                                (NearMiss miss) -> near.get(miss.other()).siteId() != device.siteId())
                        .thenComparing(NearMiss::slip))
                .map(miss -> {
                    KnockStore.Knock knock = near.get(miss.other());
                    return new NearKnock(
                            miss.other(),
                            miss.words(),
                            knock.siteId() == device.siteId(),
                            devices.countAmong(NearMisses.around(miss.other()), device.id()),
                            knock.firstAt(),
                            knock.times());
                });
    }
}
