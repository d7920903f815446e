package jordfell.server.provision;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import io.github.bucket4j.Bucket;
import java.time.Duration;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import jordfell.core.device.Device;
import jordfell.core.ground.Site;
import jordfell.core.identity.ClaimCode;
import jordfell.core.identity.MacAddress;
import jordfell.core.path.Standing;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.KnockStore;
import jordfell.server.security.Audit;
import org.springframework.stereotype.Component;

/**
 * Decides whether a claim code that somebody typed on a phone gives it the record that waits. Ten million codes and a few
 * tries a minute leave nothing to guess.
 */
@Component
class Claims {

    private static final String USED = "This code was used already.";
    private static final int TRIES = 5;
    private static final Duration PER = Duration.ofMinutes(1);

    private final Jdbc jdbc;
    private final DeviceStore devices;
    private final KnockStore knocks;
    private final Changes changes;
    private final Audit audit;
    private final InstantSource clock;
    private final LoadingCache<MacAddress, Bucket> tries = Caffeine.newBuilder()
            .maximumSize(10_000)
            .expireAfterAccess(PER.multipliedBy(2))
            .build(mac -> Bucket.builder()
                    .addLimit(limit -> limit.capacity(TRIES).refillGreedy(TRIES, PER))
                    .build());

    Claims(Jdbc jdbc, DeviceStore devices, KnockStore knocks, Changes changes, Audit audit, InstantSource clock) {
        this.jdbc = jdbc;
        this.devices = devices;
        this.knocks = knocks;
        this.changes = changes;
        this.audit = audit;
        this.clock = clock;
    }

    /** Gives the waiting record this MAC, or says why not. Of several phones that ask with one code the first has it. */
    Optional<String> claim(Site site, MacAddress mac, String typed) {
        Optional<String> refusal = refusal(site, mac, typed);
        if (refusal.isPresent()) {
            return refusal;
        }
        ClaimCode code = ClaimCode.read(typed).orElseThrow();
        return jdbc.inTransaction(() -> {
            Optional<Device> won = devices.byClaim(code).filter(d -> devices.claim(d.id(), code, mac));
            won.ifPresent(device -> taken(device, mac, code));
            return won.isPresent() ? Optional.empty() : Optional.of(USED);
        });
    }

    /** Why this code gives nothing to whoever types it; empty if a record waits for it. */
    Optional<String> refusal(Site site, MacAddress mac, String typed) {
        if (!tries.get(mac).tryConsume(1)) {
            return Optional.of("Too many tries. Wait a minute.");
        }
        Optional<String> mistyped = ClaimCode.refuse(typed);
        if (mistyped.isPresent()) {
            return mistyped;
        }
        ClaimCode code = ClaimCode.read(typed).orElseThrow();
        return devices.byClaim(code)
                .map(waiting -> refuse(waiting, site))
                .orElseGet(() -> Optional.of(usedBefore(code) ? USED : "No device waits for this code."));
    }

    private Optional<String> refuse(Device device, Site site) {
        if (device.claimExpires().filter(t -> t.isBefore(clock.instant())).isPresent()) {
            return Optional.of("This code has run out. Ask for a new one.");
        }
        if (device.siteId() != site.id()) {
            return Optional.of("This code is for another site.");
        }
        return device.standing() == Standing.IN_USE
                ? Optional.empty()
                : Optional.of("The device of this code is not in use.");
    }

    private void taken(Device device, MacAddress mac, ClaimCode code) {
        jdbc.update(
                "update device set claimed_with = ?, claimed_at = ? where id = ?",
                code.digits(),
                clock.instant(),
                device.id());
        knocks.enrolled(mac);
        String words = mac + " claimed " + device.label() + " with its code";
        audit.record(words);
        changes.tell(Subject.DEVICE, List.of(device.id()), words);
    }

    private boolean usedBefore(ClaimCode code) {
        return jdbc.one("select 1 n from device where claimed_with = ?", row -> row.number("n"), code.digits())
                .isPresent();
    }
}
