package jordfell.server.release;

import java.time.InstantSource;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jordfell.core.release.ConfigDiff;
import jordfell.core.release.Revision;
import jordfell.server.device.DeviceStore;
import jordfell.server.device.FactsAssembler;
import jordfell.server.device.FactsAssembler.Assembled;
import jordfell.server.fleet.PathKeeper;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.lab.PhoneBell;
import jordfell.server.problem.FieldProblem;
import jordfell.server.problem.RefusedException;
import jordfell.server.security.Audit;
import org.springframework.stereotype.Component;

/** Makes releases, and has single devices fetch again. */
@Component
public class ReleaseService {

    private final Jdbc jdbc;
    private final FactsAssembler facts;
    private final ReleaseStore releases;
    private final DeviceStore devices;
    private final PathKeeper paths;
    private final PhoneBell bell;
    private final Audit audit;
    private final InstantSource clock;

    ReleaseService(
            Jdbc jdbc,
            FactsAssembler facts,
            ReleaseStore releases,
            DeviceStore devices,
            PathKeeper paths,
            PhoneBell bell,
            Audit audit,
            InstantSource clock) {
        this.jdbc = jdbc;
        this.facts = facts;
        this.releases = releases;
        this.devices = devices;
        this.paths = paths;
        this.bell = bell;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * Releases the present configurations of these devices: all of them, or none and the reasons.
     *
     * @return the release's number
     */
    public long release(List<Long> deviceIds, String reason) {
        List<Assembled> all = new ArrayList<>();
        List<FieldProblem> obstacles = new ArrayList<>();
        for (int i = 0; i < deviceIds.size(); i++) {
            Optional<Assembled> device = facts.assemble(deviceIds.get(i));
            String pointer = "/deviceIds/" + i;
            if (device.isEmpty()) {
                obstacles.add(new FieldProblem(pointer, "There is no device " + deviceIds.get(i) + ".", "Load again."));
            } else if (device.get().text().isEmpty()) {
                obstacles.add(obstacle(pointer, device.get()));
            } else {
                all.add(device.get());
            }
        }
        if (!obstacles.isEmpty()) {
            throw RefusedException.fields(obstacles);
        }
        long id = jdbc.inTransaction(() -> {
            long release = releases.add(clock.instant(), Audit.who(), reason);
            for (Assembled device : all) {
                String text = device.text().orElseThrow();
                releases.addItem(release, device.device().id(), Revision.of(text), text, device.sentLines());
            }
            audit.record("released to " + all.size() + (all.size() == 1 ? " device" : " devices"));
            return release;
        });
        paths.touch(deviceIds);
        all.forEach(bell::ring);
        return id;
    }

    /** Has the device's next request answered in full, and asks it to come if it is registered. */
    public void resend(long deviceId) {
        Assembled device = facts.assemble(deviceId).orElseThrow(() -> RefusedException.notFound("device"));
        if (device.facts().released().isEmpty()) {
            throw RefusedException.field("/", "Nothing was released to this device yet.", "Release to it first.");
        }
        devices.resend(deviceId);
        audit.record("re-sent the configuration of " + device.device().label());
        bell.ring(device);
    }

    /** The keys whose values differ between the present configuration and the last release, secrets unnamed. */
    List<String> changedKeys(long deviceId) {
        Optional<String> now = facts.assemble(deviceId).flatMap(Assembled::text);
        Optional<String> before = releases.latestBody(deviceId).map(ReleaseStore.Released::body);
        if (now.isEmpty() || before.isEmpty()) {
            return List.of();
        }
        Set<String> keys = new LinkedHashSet<>();
        ConfigDiff.between(before.get(), now.get()).stream()
                .filter(line -> line.change() != ConfigDiff.Change.SAME)
                .map(line -> line.text().split("=", 2)[0].strip())
                .filter(key -> !key.isEmpty())
                .forEach(keys::add);
        return List.copyOf(keys);
    }

    private static FieldProblem obstacle(String pointer, Assembled device) {
        String what = device.lines().stream()
                .filter(line -> line.extension().isEmpty())
                .findFirst()
                .map(line ->
                        "Line " + line.position() + " of " + device.device().label() + " has no extension.")
                .or(() -> device.facts().problems().stream()
                        .findFirst()
                        .map(p -> device.device().label() + ": " + p))
                .orElse(device.device().label() + " has no line with an extension.");
        return new FieldProblem(pointer, what, "Mend it on the device, or leave the device out of this release.");
    }
}
