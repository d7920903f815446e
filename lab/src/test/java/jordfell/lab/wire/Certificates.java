package jordfell.lab.wire;

import java.time.Instant;
import java.util.List;
import javax.net.ssl.SSLContext;
import jordfell.lab.tls.LabAuthority;
import jordfell.lab.world.TinyWorld;
import org.jspecify.annotations.Nullable;

/** One authority for all tests, and certificates of registrars by it. */
final class Certificates {

    private static @Nullable LabAuthority authority;

    private Certificates() {}

    static synchronized LabAuthority authority() {
        if (authority == null) {
            authority = LabAuthority.make(Instant.now());
        }
        return authority;
    }

    static SSLContext context() {
        return authority().context(List.of(TinyWorld.DOMAIN), Instant.now());
    }
}
