package jordfell.server.alarm;

import java.time.Instant;
import java.util.Map;

/** Until when the certificates of registrars hold, by the names of the nodes. */
public interface Certificates {
    Map<String, Instant> validUntil();
}
