package jordfell.lab.dhcp;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import jordfell.core.identity.MacAddress;
import jordfell.lab.dhcp.DhcpMessage.Kind;

/** Gives the phones of a site their addresses, each the one that is kept for it, and tells them what they need to know. */
public final class DhcpServer {

    public static final Duration LASTS = Duration.ofDays(1);

    private static final String MASK = "255.255.255.0";

    private final String self;
    private final String router;
    private final String names;
    private final Map<MacAddress, String> kept = new HashMap<>();
    private final Map<MacAddress, String> lent = new HashMap<>();
    private final Map<MacAddress, Instant> leases = new HashMap<>();
    private Map<Integer, String> told = Map.of();

    /**
     * @param self its own address
     * @param router the way out of the site
     * @param names the name service
     */
    public DhcpServer(String self, String router, String names) {
        this.self = self;
        this.router = router;
        this.names = names;
    }

    /** Keeps an address for a phone. */
    public void keep(MacAddress mac, String address) {
        kept.put(mac, address);
    }

    /** Has a phone be given another address than the one that is kept for it, while there is one. */
    public void lend(MacAddress mac, Supplier<Optional<String>> free) {
        if (!lent.containsKey(mac)) {
            free.get().ifPresent(address -> lent.put(mac, address));
        }
    }

    /** Has a phone be given the address again that is kept for it. */
    public void giveBack(MacAddress mac) {
        lent.remove(mac);
    }

    /** What it tells beside that from now on: options of text by their codes. */
    public void tell(Map<Integer, String> options) {
        told = Map.copyOf(options);
    }

    /** How many leases run. */
    public long leases(Instant now) {
        return leases.values().stream().filter(end -> end.isAfter(now)).count();
    }

    /** The answer to a message; empty where it says nothing (RFC 2131 §4.3). */
    public Optional<DhcpMessage> answer(DhcpMessage asked, Instant now) {
        String address = lent.getOrDefault(asked.mac(), kept.get(asked.mac()));
        if (address == null) {
            return Optional.empty();
        }
        if (asked.kind() == Kind.DISCOVER) {
            return Optional.of(reply(Kind.OFFER, asked, address));
        }
        if (asked.kind() != Kind.REQUEST
                || asked.address(DhcpMessage.SERVER)
                        .filter(to -> !to.equals(self))
                        .isPresent()) {
            return Optional.empty();
        }
        if (asked.address(DhcpMessage.REQUESTED)
                .filter(wish -> !wish.equals(address))
                .isPresent()) {
            return Optional.of(new DhcpMessage(
                    Kind.NAK,
                    asked.transaction(),
                    asked.mac(),
                    "",
                    Map.of(DhcpMessage.SERVER, DhcpMessage.octets(self))));
        }
        leases.put(asked.mac(), now.plus(LASTS));
        return Optional.of(reply(Kind.ACK, asked, address));
    }

    private DhcpMessage reply(Kind kind, DhcpMessage asked, String address) {
        Map<Integer, byte[]> options = new HashMap<>();
        told.forEach((code, text) -> options.put(code, text.getBytes(StandardCharsets.US_ASCII)));
        options.put(DhcpMessage.SERVER, DhcpMessage.octets(self));
        options.put(DhcpMessage.MASK, DhcpMessage.octets(MASK));
        options.put(DhcpMessage.ROUTER, DhcpMessage.octets(router));
        options.put(DhcpMessage.NAMES, DhcpMessage.octets(names));
        options.put(
                DhcpMessage.LASTS,
                ByteBuffer.allocate(4).putInt((int) LASTS.toSeconds()).array());
        return new DhcpMessage(kind, asked.transaction(), asked.mac(), address, options);
    }
}
