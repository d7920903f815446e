package jordfell.server.provision;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import java.time.Duration;
import java.util.Optional;
import jordfell.core.identity.MacAddress;
import jordfell.core.provision.FetchRule;
import jordfell.core.provision.FetchRule.Proof;
import jordfell.core.provision.FetchRule.Verdict;
import jordfell.core.render.Family;
import jordfell.server.device.DialectBook;
import jordfell.server.knock.Guessers;
import jordfell.server.records.FetchDoor;
import jordfell.server.records.FetchDoor.Settled;
import jordfell.server.records.ReleaseStore;
import jordfell.server.release.FetchProof;
import org.springframework.stereotype.Component;

/**
 * Answers phones that took their file, prove it with the name and password that it brought, and ask once more: nearly all
 * that ask, all day long. One look at the records tells who they are, and nothing of it is written but that they asked.
 */
@Component
class SettledPhones {

    private static final long MOST_LETTERS = 64L << 20;
    private static final Duration KEPT = Duration.ofMinutes(10);

    private final FetchDoor door;
    private final DialectBook dialects;
    private final Guessers guessers;

    /** Files by their items, which never change: those that are asked for again and again are opened once. */
    private final LoadingCache<Long, String> bodies;

    SettledPhones(FetchDoor door, ReleaseStore releases, DialectBook dialects, Guessers guessers) {
        this.door = door;
        this.dialects = dialects;
        this.guessers = guessers;
        this.bodies = Caffeine.newBuilder()
                .maximumWeight(MOST_LETTERS)
                .weigher((Long item, String body) -> body.length())
                .expireAfterAccess(KEPT)
                .build(releases::body);
    }

    /** What it is answered; empty if it has to be looked at whether it is given anything. */
    Optional<PhoneAnswer> answer(PhoneRequest request, MacAddress mac) {
        return proven(request, mac)
                .flatMap(phone -> dialects.find(phone.family())
                        .map(dialect -> dialect.family())
                        .filter(family -> request.file().equals(family.fileName(mac)))
                        .map(family -> {
                            guessers.proved(request.source(), mac);
                            return file(phone, family, request, mac);
                        }));
    }

    /** The device whose phone asks, if it is one of these. */
    Optional<Long> device(PhoneRequest request, MacAddress mac) {
        Optional<Long> device = proven(request, mac).map(Settled::deviceId);
        device.ifPresent(id -> guessers.proved(request.source(), mac));
        return device;
    }

    private Optional<Settled> proven(PhoneRequest request, MacAddress mac) {
        return request.credentials().isEmpty()
                ? Optional.empty()
                : door.settled(request.site(), mac).filter(phone -> proves(phone, request) && isGiven(phone, request));
    }

    private static boolean proves(Settled phone, PhoneRequest request) {
        return request.credentials()
                .filter(c -> FetchAccess.same(phone.proof(), FetchProof.of(phone.deviceId(), c.user(), c.password())))
                .isPresent();
    }

    private static boolean isGiven(Settled phone, PhoneRequest request) {
        return FetchRule.decide(new FetchRule.Request(
                        FetchAccess.isWithin(phone.fetchFrom(), request.source()),
                        !phone.fetchFrom().isEmpty(),
                        phone.siteAsks(),
                        true,
                        request.way() == FetchAccess.Way.HTTP,
                        Proof.OWN,
                        true))
                == Verdict.GIVEN;
    }

    private PhoneAnswer file(Settled phone, Family family, PhoneRequest request, MacAddress mac) {
        String tag = Provisioning.tag(phone.revision(), phone.resent());
        return request.has().equals(tag)
                ? new PhoneAnswer(304, phone.revision(), tag, family.servedAs(), "", Optional.empty())
                : new PhoneAnswer(
                        200,
                        phone.revision(),
                        tag,
                        family.servedAs(),
                        bodies.get(phone.item()),
                        Optional.of(new PhoneAnswer.Taking(phone.deviceId(), mac, request, true)));
    }
}
