package jordfell.lab.capture;

import java.time.Instant;
import jordfell.lab.net.Endpoint;

/** A datagram as it was on the wire. Its bytes are not copied; nobody changes them, and nobody compares two of these. */
@SuppressWarnings("ArrayRecordComponent")
public record Captured(Instant at, Endpoint from, Endpoint to, byte[] bytes) {}
