package jordfell.lab.world;

import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import jordfell.core.bounded.Bounded;
import jordfell.core.identity.MacAddress;
import jordfell.core.sip.InstanceId;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.RegistrarEvent;

/**
 * Remembers which device a Call-ID belongs to, so that responses are told to be that device's too, and which device is
 * registered from where.
 */
final class CallTracks {

    private static final int MOST = 20_000;

    private final Map<String, MacAddress> byCallId = Bounded.byUse(MOST);

    private final Map<String, MacAddress> byAddress = Bounded.byUse(MOST);

    /** A registration was made or ended from there; where somebody registers who is not known, nobody is known any more. */
    void bound(RegistrarEvent.BindingMoved moved, Optional<MacAddress> mac) {
        String address = moved.source().toString();
        mac.ifPresentOrElse(device -> byAddress.put(address, device), () -> byAddress.remove(address));
    }

    /** The device that is registered from an address. */
    Optional<MacAddress> deviceAt(Endpoint address) {
        return Optional.ofNullable(byAddress.get(address.toString()));
    }

    /** All that are registered from a host, or were. */
    Set<MacAddress> devicesAt(String host) {
        return byAddress.entrySet().stream()
                .filter(entry -> entry.getKey().startsWith(host + ":"))
                .map(Map.Entry::getValue)
                .collect(Collectors.toCollection(TreeSet::new));
    }

    Optional<MacAddress> device(SipMessage message) {
        String callId = message.first("Call-ID").orElse("");
        Optional<MacAddress> told = message.isResponse()
                ? Optional.empty()
                : SipHeaders.contacts(message).stream()
                        .flatMap(c -> InstanceId.macIn(c).stream())
                        .findFirst();
        told.ifPresent(mac -> byCallId.put(callId, mac));
        return told.or(() -> Optional.ofNullable(byCallId.get(callId)));
    }
}
