package jordfell.server.fleet;

import java.security.SecureRandom;
import java.time.Duration;
import java.time.InstantSource;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import jordfell.core.device.Device;
import jordfell.core.device.DeviceLine;
import jordfell.core.device.DeviceRules;
import jordfell.core.device.ReplacementWish;
import jordfell.core.device.ReplacementWish.Box;
import jordfell.core.ground.Site;
import jordfell.core.identity.ClaimCode;
import jordfell.core.path.Standing;
import jordfell.core.roster.SipPassword;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.SiteStore;
import org.springframework.stereotype.Component;

/** What happens to a device in its life: it waits to be claimed, breaks and is replaced, lies on a shelf, is retired. */
@Component
class DeviceLife {

    private static final Duration CODE_GOES_FOR = Duration.ofDays(14);

    private final DeviceStore devices;
    private final SiteStore sites;
    private final ExtensionStore extensions;
    private final Acts acts;
    private final InstantSource clock;
    private final SecureRandom random = new SecureRandom();

    DeviceLife(DeviceStore devices, SiteStore sites, ExtensionStore extensions, Acts acts, InstantSource clock) {
        this.devices = devices;
        this.sites = sites;
        this.extensions = extensions;
        this.acts = acts;
        this.clock = clock;
    }

    /** Another box takes this one's place: the record keeps everything but the MAC. A spare's record gives it up. */
    long replace(long id, String macText) {
        Device device = get(id);
        Site site = sites.find(device.siteId()).orElseThrow();
        Box box = Fields.good(new ReplacementWish(macText).checked(device, site, devices::byMac));
        return acts.act(
                        x -> "replaced " + device.address() + " by " + box.mac() + " for " + device.label(),
                        recording -> {
                            recording.changing(Kept.DEVICE, id);
                            box.spare().ifPresent(spare -> {
                                recording.removing(Kept.DEVICE, List.of(spare.id()));
                                devices.remove(spare.id());
                            });
                            devices.setMac(id, box.mac());
                            return id;
                        })
                .actId();
    }

    /** Gives the device a claim code in place of its MAC, or a new one in place of the old one. */
    long giveClaim(long id) {
        Device device = get(id);
        RefusedException.ifAny(DeviceRules.refuseClaim(device));
        Set<String> taken = Set.copyOf(devices.claimCodes());
        ClaimCode fresh = Stream.generate(() -> ClaimCode.generate(random))
                .filter(code -> !taken.contains(code.digits()))
                .findFirst()
                .orElseThrow();
        return acts.act(x -> "made a new claim code for " + device.label(), recording -> {
                    recording.changing(Kept.DEVICE, id);
                    devices.setClaim(id, fresh, clock.instant().plus(CODE_GOES_FOR));
                    return id;
                })
                .actId();
    }

    /**
     * Takes the device out of use. Its lines are taken off; the passwords that it still holds are changed, so that they
     * open nothing any more.
     *
     * @return the act
     */
    long takeOut(long id, Standing standing) {
        Device device = get(id);
        RefusedException.ifAny(DeviceRules.refuseStanding(device, standing));
        List<Long> held = devices.lines(id).stream()
                .flatMap(l -> l.extensionId().stream())
                .toList();
        String verb = standing == Standing.SPARE ? "put on the shelf: " : "retired ";
        return acts.act(x -> verb + device.label(), recording -> {
                    recording.changing(Kept.DEVICE, id);
                    recording.changing(Kept.EXTENSION, held);
                    devices.setLines(id, List.of());
                    devices.setStanding(id, standing);
                    held.forEach(extension -> extensions.setPassword(extension, SipPassword.generate(random)));
                    return id;
                })
                .actId();
    }

    /** Back from the shelf, or from retirement, with one line to be bound. */
    long bringBack(long id) {
        Device device = get(id);
        RefusedException.ifAny(DeviceRules.refuseStanding(device, Standing.IN_USE));
        return acts.act(x -> "brought back " + device.label(), recording -> {
                    recording.changing(Kept.DEVICE, id);
                    devices.setStanding(id, Standing.IN_USE);
                    if (devices.lines(id).isEmpty()) {
                        devices.setLines(id, List.of(DeviceLine.unbound(1)));
                    }
                    return id;
                })
                .actId();
    }

    /** Which other devices have an extension of this one, and so must be released again when its password changes. */
    List<String> sharing(long id) {
        return devices.sharing(id);
    }

    private Device get(long id) {
        return devices.find(id).orElseThrow(() -> RefusedException.notFound("device"));
    }
}
