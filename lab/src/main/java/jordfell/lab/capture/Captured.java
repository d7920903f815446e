package jordfell.lab.capture;

import java.time.Instant;
import jordfell.lab.net.Endpoint;

/**
 * A datagram as it was on the wire. Its bytes are not copied; nobody changes them, and nobody compares two of these.
 *
 * @param firstFragment how many of its bytes were in the only fragment of it that came so far; 0 where all of it came
 */
@SuppressWarnings("ArrayRecordComponent")
public record Captured(Instant at, Endpoint from, Endpoint to, byte[] bytes, int firstFragment) {

    /** One that came as a whole. */
    public static Captured whole(Instant at, Endpoint from, Endpoint to, byte[] bytes) {
        return new Captured(at, from, to, bytes, 0);
    }
}
