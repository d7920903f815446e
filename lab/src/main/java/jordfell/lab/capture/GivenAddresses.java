package jordfell.lab.capture;

import java.time.Instant;
import java.util.Optional;
import java.util.stream.Stream;
import jordfell.core.capture.Flow;
import jordfell.core.capture.Payloads;
import jordfell.core.capture.Sighting;
import jordfell.core.evidence.Observation.Leased;
import jordfell.lab.dhcp.DhcpMessage;

/** Addresses that somebody was given (RFC 2131), as somebody else recorded it. */
public final class GivenAddresses implements Payloads {

    private static final int PORT = 67;

    /** Options that say where files are: TFTP server name (RFC 2132 §9.4), and a server’s address (RFC 5859). */
    private static final int[] FILES = {66, 150};

    @Override
    public boolean mayBe(Flow flow) {
        return flow.fromPort() == PORT;
    }

    @Override
    public Optional<Sighting> read(Instant at, Flow flow, byte[] payload) {
        return DhcpMessage.read(payload)
                .filter(m -> m.kind() == DhcpMessage.Kind.ACK)
                .map(m -> {
                    int option = Stream.of(FILES[0], FILES[1])
                            .filter(m.options()::containsKey)
                            .findFirst()
                            .orElse(0);
                    String files = option == FILES[0]
                            ? m.text(option).orElse("")
                            : m.address(option).orElse("");
                    return new Sighting(
                            "",
                            Optional.of(m.mac()),
                            m.offered(),
                            new Leased(
                                    at,
                                    m.offered(),
                                    m.address(DhcpMessage.SERVER).orElse(flow.fromHost()),
                                    option,
                                    files));
                });
    }
}
