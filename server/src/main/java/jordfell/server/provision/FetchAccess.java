package jordfell.server.provision;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import jordfell.core.ground.Site;
import jordfell.core.planning.Networks;
import jordfell.core.provision.FetchRule;
import jordfell.core.provision.FetchRule.Proof;
import jordfell.core.provision.FetchRule.Verdict;
import jordfell.server.records.FetchDoor;
import jordfell.server.records.SiteStore;
import jordfell.server.release.FetchProof;
import org.springframework.stereotype.Component;

/** Gathers what is known of whoever asks for a device's files, and asks the rule whether they are given. */
@Component
public class FetchAccess {

    private final SiteStore sites;
    private final FetchDoor door;

    FetchAccess(SiteStore sites, FetchDoor door) {
        this.sites = sites;
        this.door = door;
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

    /** By which way somebody asks. */
    enum Way {
        /** Can carry a name and a password. */
        HTTP,
        TFTP
    }

    /** What the rule says, and whether the device proved itself by what it was sent. */
    record Decision(Verdict verdict, boolean proven) {
        boolean given() {
            return verdict == Verdict.GIVEN;
        }
    }

    /** Whether the site's networks hold the address; a site that names none takes all. */
    boolean isFromWithin(Site site, String source) {
        return isWithin(Networks.of(site.access().from()), source);
    }

    static boolean isWithin(List<String> ranges, String source) {
        return ranges.isEmpty() || Networks.contain(ranges, source);
    }

    /** Whether a device's files are given to whoever asks. What it proves is remembered. */
    Decision decide(Site site, long deviceId, String source, Way way, Optional<Credentials> given) {
        List<FetchDoor.Sent> sent = door.proofs(deviceId);
        Optional<FetchDoor.Sent> own = given.flatMap(c -> sent.stream()
                .filter(s -> same(s.proof(), FetchProof.of(deviceId, c.user(), c.password())))
                .findFirst());
        boolean siteAsks = !site.access().user().isEmpty();
        boolean ofSite = siteAsks
                && given.filter(c -> same(site.access().user(), c.user())
                                && same(sites.fetchPassword(site.id()), c.password()))
                        .isPresent();
        own.filter(s -> !s.proven()).ifPresent(s -> door.proved(deviceId, s.item()));
        Verdict verdict = FetchRule.decide(new FetchRule.Request(
                isFromWithin(site, source),
                !Networks.of(site.access().from()).isEmpty(),
                siteAsks,
                sent.stream().anyMatch(FetchDoor.Sent::present),
                way == Way.HTTP,
                own.isPresent() ? Proof.OWN : ofSite ? Proof.SITE : Proof.NONE,
                own.isPresent() || door.isOpen(deviceId)));
        return new Decision(verdict, own.isPresent());
    }

    /** Compares in a time that does not tell how much of it is right. */
    static boolean same(String one, String other) {
        return MessageDigest.isEqual(one.getBytes(StandardCharsets.UTF_8), other.getBytes(StandardCharsets.UTF_8));
    }
}
