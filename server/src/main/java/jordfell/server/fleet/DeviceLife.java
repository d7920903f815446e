package jordfell.server.fleet;

import java.security.SecureRandom;
import java.time.InstantSource;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jordfell.core.ground.Site;
import jordfell.core.identity.ClaimCode;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;
import jordfell.core.path.Standing;
import jordfell.core.roster.SipPassword;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.Device;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.DeviceStore.Line;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.SiteStore;
import org.springframework.stereotype.Component;

/** What happens to a device in its life: it waits to be claimed, breaks and is replaced, lies on a shelf, is retired. */
@Component
class DeviceLife {

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
        MacAddress mac = mac(macText, sites.find(device.siteId()).orElseThrow());
        Optional<Device> other = devices.byMac(mac).filter(d -> d.id() != id);
        if (device.mac().filter(mac::equals).isPresent()) {
            throw RefusedException.field("/mac", "This is the MAC it has already.", "Scan the new box.");
        }
        other.filter(o -> o.standing() != Standing.SPARE).ifPresent(o -> {
            throw RefusedException.field(
                    "/mac",
                    mac + " is " + o.label() + ", which is in use or retired.",
                    "Scan the new box, or make that device a spare first.");
        });
        other.filter(o -> !o.model().id().equals(device.model().id())).ifPresent(o -> {
            throw RefusedException.field(
                    "/mac",
                    "That spare is a " + o.model().fullName() + "; this is a "
                            + device.model().fullName() + ".",
                    "Change the model first, or take a spare of the same model.");
        });
        return acts.act(x -> "replaced " + device.address() + " by " + mac + " for " + device.label(), recording -> {
                    recording.changing(Kept.DEVICE, id);
                    other.ifPresent(spare -> {
                        recording.removing(Kept.DEVICE, List.of(spare.id()));
                        devices.remove(spare.id());
                    });
                    devices.setMac(id, mac);
                    return id;
                })
                .actId();
    }

    /** Gives the device a claim code in place of its MAC, or a new one in place of the old one. */
    long giveClaim(long id) {
        Device device = get(id);
        Set<String> taken = new HashSet<>(devices.claimCodes());
        ClaimCode code = ClaimCode.generate(random);
        while (!taken.add(code.digits())) {
            code = ClaimCode.generate(random);
        }
        if (device.mac().isPresent()) {
            throw RefusedException.field(
                    "/", device.label() + " has its MAC already.", "A claim code is for a device without one.");
        }
        ClaimCode fresh = code;
        return acts.act(x -> "made a new claim code for " + device.label(), recording -> {
                    recording.changing(Kept.DEVICE, id);
                    devices.setClaim(id, fresh, clock.instant().plus(java.time.Duration.ofDays(14)));
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
        return acts.act(x -> "brought back " + device.label(), recording -> {
                    recording.changing(Kept.DEVICE, id);
                    devices.setStanding(id, Standing.IN_USE);
                    if (devices.lines(id).isEmpty()) {
                        devices.setLines(id, List.of(new Line(1, Optional.empty())));
                    }
                    return id;
                })
                .actId();
    }

    /** Which other devices have an extension of this one, and so must be released again when its password changes. */
    List<String> sharing(long id) {
        return devices.sharing(id);
    }

    private static MacAddress mac(String text, Site site) {
        MacReading reading = MacReader.read(text);
        if (reading instanceof MacReading.Refused refused) {
            throw RefusedException.field("/mac", refused.reason(), refused.hint());
        }
        MacReading.Valid valid = (MacReading.Valid) reading;
        if (valid.local() && !site.allowsLocalMacs()) {
            throw RefusedException.field(
                    "/mac",
                    "This address was made up locally.",
                    "Read the label again, or let the site take such addresses.");
        }
        return valid.mac();
    }

    private Device get(long id) {
        return devices.find(id).orElseThrow(() -> RefusedException.notFound("device"));
    }
}
