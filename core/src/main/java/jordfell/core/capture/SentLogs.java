package jordfell.core.capture;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Optional;

/** Lines that devices wrote down and sent (RFC 5426), as somebody else recorded it. */
public final class SentLogs implements Payloads {

    private static final int PORT = 514;

    @Override
    public boolean mayBe(Flow flow) {
        return flow.toPort() == PORT;
    }

    @Override
    public Optional<Sighting> read(Instant at, Flow flow, byte[] payload) {
        return SyslogLine.read(new String(payload, StandardCharsets.UTF_8), at)
                .map(line -> new Sighting("", line.mac(), flow.fromHost(), line.logged(at, flow.fromHost())));
    }
}
