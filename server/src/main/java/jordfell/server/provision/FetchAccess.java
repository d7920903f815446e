package jordfell.server.provision;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import jordfell.core.planning.Networks;
import jordfell.server.release.FetchProof;
import jordfell.server.release.ReleaseStore;
import jordfell.server.roster.DomainStore;
import jordfell.server.roster.Site;
import org.springframework.stereotype.Component;

/** Decides whether whoever asks may be given a device's files: from where, and with which name and password. */
@Component
public class FetchAccess {

    private final DomainStore domains;
    private final ReleaseStore releases;

    FetchAccess(DomainStore domains, ReleaseStore releases) {
        this.domains = domains;
        this.releases = releases;
    }

    /** A name and a password as they came with a request (RFC 7617 §2). */
    public record Credentials(String user, String password) {

        /** What an Authorization header holds; empty if it holds nothing of the kind. */
        static Optional<Credentials> of(String header) {
            if (!header.regionMatches(true, 0, "Basic ", 0, 6)) {
                return Optional.empty();
            }
            try {
                String text = new String(
                        Base64.getDecoder().decode(header.substring(6).strip()), StandardCharsets.UTF_8);
                int colon = text.indexOf(':');
                return colon < 0
                        ? Optional.empty()
                        : Optional.of(new Credentials(text.substring(0, colon), text.substring(colon + 1)));
            } catch (IllegalArgumentException e) {
                return Optional.empty();
            }
        }

        /** A name and its password; empty for an empty name. */
        public static Optional<Credentials> of(String user, String password) {
            return user.isEmpty() ? Optional.empty() : Optional.of(new Credentials(user, password));
        }

        @Override
        public String toString() {
            return "Credentials[" + user + "]";
        }
    }

    /** Whether the site's networks hold the address; a site that names none takes all. */
    boolean isFromWithin(Site site, String source) {
        List<String> ranges = Networks.of(site.access().from());
        return ranges.isEmpty() || Networks.contain(ranges, source);
    }

    /**
     * Whether the credentials open the device's files: its own, or its site's, with which a phone out of its box comes.
     * Where neither asks for any, none are needed.
     */
    boolean opens(Site site, long deviceId, Optional<Credentials> given) {
        String own = releases.fetchProof(deviceId);
        boolean ofSite = !site.access().user().isEmpty();
        if (own.isEmpty() && !ofSite) {
            return true;
        }
        return given.filter(c -> !own.isEmpty() && same(own, FetchProof.of(deviceId, c.user(), c.password()))
                        || ofSite
                                && same(site.access().user(), c.user())
                                && same(domains.fetchPassword(site.id()), c.password()))
                .isPresent();
    }

    /** Compares in a time that does not tell how much of it is right. */
    private static boolean same(String one, String other) {
        return MessageDigest.isEqual(one.getBytes(StandardCharsets.UTF_8), other.getBytes(StandardCharsets.UTF_8));
    }
}
