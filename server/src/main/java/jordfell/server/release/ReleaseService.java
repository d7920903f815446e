package jordfell.server.release;

import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.release.Revision;
import jordfell.core.release.Snapshot;
import jordfell.core.render.MarkedFile;
import jordfell.core.waves.WavePlan;
import jordfell.core.waves.WaveWatch;
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

    /** A wave that is wished for. */
    public record WaveWish(
            String name, WavePlan.Part part, WaveWatch.Starts starts, Optional<Instant> startsAt, int stopPercent) {}

    /** Everything at once, whatever becomes of it. */
    public static final List<WaveWish> ALL_AT_ONCE = List.of(
            new WaveWish("All", new WavePlan.Part.Rest(), WaveWatch.Starts.WHEN_CARRIED, Optional.empty(), 100));

    private final Jdbc jdbc;
    private final FactsAssembler facts;
    private final ReleaseStore releases;
    private final WaveStore waves;
    private final WaveActs acts;
    private final DeviceStore devices;
    private final PathKeeper paths;
    private final PhoneBell bell;
    private final Audit audit;
    private final InstantSource clock;

    ReleaseService(
            Jdbc jdbc,
            FactsAssembler facts,
            ReleaseStore releases,
            WaveStore waves,
            WaveActs acts,
            DeviceStore devices,
            PathKeeper paths,
            PhoneBell bell,
            Audit audit,
            InstantSource clock) {
        this.jdbc = jdbc;
        this.facts = facts;
        this.releases = releases;
        this.waves = waves;
        this.acts = acts;
        this.devices = devices;
        this.paths = paths;
        this.bell = bell;
        this.audit = audit;
        this.clock = clock;
    }

    /** What a release came to: its number and how many devices it holds. */
    public record Made(long id, int devices) {}

    /** Releases the present configurations of these devices at once. */
    public Made release(List<Long> deviceIds, String reason) {
        return release(deviceIds, reason, ALL_AT_ONCE, false);
    }

    /**
     * Releases the present configurations of these devices: all whose configuration changes, or none and the reasons.
     * Devices that have their present configuration already are left out.
     *
     * @param supersede whether devices that wait in a wave of another release may leave it
     */
    public Made release(List<Long> deviceIds, String reason, List<WaveWish> wished, boolean supersede) {
        List<Assembled> changing = changing(deviceIds);
        refuseThoseWhoWait(changing, supersede);
        List<Long> ids = changing.stream().map(a -> a.device().id()).toList();
        List<List<Long>> dealt =
                WavePlan.deal(ids, wished.stream().map(WaveWish::part).toList());
        long id = jdbc.inTransaction(() -> {
            long release = releases.add(clock.instant(), Audit.who(), reason);
            supersede(ids);
            int position = 0;
            for (int i = 0; i < wished.size(); i++) {
                List<Long> members = dealt.get(i);
                if (!members.isEmpty()) {
                    position++;
                    waves.add(wave(release, position, wished.get(i)));
                    int wave = position;
                    changing.stream()
                            .filter(a -> members.contains(a.device().id()))
                            .forEach(a -> releases.addItem(release, item(a, wave)));
                }
            }
            audit.record("released to " + ids.size() + (ids.size() == 1 ? " device" : " devices")
                    + (position > 1 ? " in " + position + " waves" : ""));
            return release;
        });
        paths.touch(ids);
        acts.beginFirst(id);
        return new Made(id, ids.size());
    }

    /** Has the device's next request answered in full, and asks it to come if it is registered. */
    public void resend(long deviceId) {
        Assembled device = facts.assemble(deviceId).orElseThrow(() -> RefusedException.notFound("device"));
        if (device.facts().released().isEmpty()) {
            throw RefusedException.field("/", "Nothing was released to this device yet.", "Release to it first.");
        }
        devices.resend(deviceId);
        audit.record("re-sent the configuration of " + device.device().label());
        bell.ring(device, false);
    }

    /** Has the device restart, if it is registered: the telling is all that the server can do. */
    public void restart(long deviceId) {
        Assembled device = facts.assemble(deviceId).orElseThrow(() -> RefusedException.notFound("device"));
        boolean registered = jdbc.one(
                        "select 1 one from device_state where device_id = ? and substring(rail, 7, 1) = 'p'",
                        row -> true,
                        deviceId)
                .isPresent();
        if (!registered) {
            throw RefusedException.field(
                    "/",
                    device.device().label() + " is not registered, so that it can’t be told to restart.",
                    "Have somebody unplug it, or see why it is held.");
        }
        audit.record("asked " + device.device().label() + " to restart");
        bell.ring(device, true);
    }

    /** What changes on a device between what is released to it and its present configuration. */
    List<Snapshot.Change> changes(Assembled device) {
        Optional<Snapshot> before = releases.latestSnapshot(device.device().id());
        return device.config()
                .flatMap(now -> before.map(b -> Snapshot.of(now).since(b)))
                .orElse(List.of());
    }

    private List<Assembled> changing(List<Long> deviceIds) {
        List<Assembled> all = new ArrayList<>();
        List<FieldProblem> obstacles = new ArrayList<>();
        for (int i = 0; i < deviceIds.size(); i++) {
            Optional<Assembled> device = facts.assemble(deviceIds.get(i));
            String pointer = "/deviceIds/" + i;
            if (device.isEmpty()) {
                obstacles.add(new FieldProblem(pointer, "There is no device " + deviceIds.get(i) + ".", "Load again."));
            } else if (device.get().text().isEmpty()) {
                obstacles.add(new FieldProblem(
                        pointer,
                        obstacle(device.get()),
                        "Mend it on the device, or leave the device out of this release."));
            } else {
                all.add(device.get());
            }
        }
        if (!obstacles.isEmpty()) {
            throw RefusedException.fields(obstacles);
        }
        List<Assembled> changing = all.stream().filter(a -> a.facts().pending()).toList();
        if (changing.isEmpty()) {
            throw RefusedException.field(
                    "/deviceIds",
                    "Nothing changes: " + (all.size() == 1 ? "the device has" : "all " + all.size() + " devices have")
                            + " the present configuration already.",
                    "Re-send has a device fetch it again.");
        }
        return changing;
    }

    /** Why a device's configuration can't be made, in one sentence. */
    static String obstacle(Assembled device) {
        return device.lines().stream()
                .filter(line -> line.extension().isEmpty())
                .findFirst()
                .map(line ->
                        "Line " + line.position() + " of " + device.device().label() + " has no extension.")
                .or(() -> device.facts().problems().stream()
                        .findFirst()
                        .map(p -> device.device().label() + ": " + p))
                .orElse(device.device().label() + " has no line with an extension.");
    }

    private void refuseThoseWhoWait(List<Assembled> changing, boolean supersede) {
        if (supersede) {
            return;
        }
        List<String> waiting = jdbc.listOf(
                """
                select d.label || ' in wave ' || i.wave || ' of release ' || i.release_id place
                from unnest(cast(? as bigint array)) as u(id) join release_item i on i.device_id = u.id
                join device d on d.id = u.id where i.state = 'WAITING' order by d.label""",
                row -> row.text("place"),
                changing.stream().map(a -> a.device().id()).toList());
        if (!waiting.isEmpty()) {
            throw RefusedException.field(
                    "/supersede",
                    waiting.size() + (waiting.size() == 1 ? " device waits" : " devices wait")
                            + " for another release: "
                            + String.join(", ", waiting.subList(0, Math.min(3, waiting.size())))
                            + (waiting.size() > 3 ? " and more." : "."),
                    "Let them leave it for this one, or end that release first.");
        }
    }

    private void supersede(List<Long> deviceIds) {
        deviceIds.forEach(device -> jdbc.update(
                "update release_item set state = 'SUPERSEDED' where device_id = ? and state = 'WAITING'", device));
    }

    private static WaveStore.Wave wave(long release, int position, WaveWish wish) {
        return new WaveStore.Wave(
                release,
                position,
                wish.name(),
                wish.starts(),
                wish.startsAt(),
                wish.stopPercent(),
                WaveStore.State.WAITING,
                Optional.empty(),
                Optional.empty(),
                "");
    }

    private static ReleaseStore.NewItem item(Assembled device, int wave) {
        String text = device.text().orElseThrow();
        MarkedFile marked =
                device.dialect().orElseThrow().renderMarked(device.config().orElseThrow());
        return new ReleaseStore.NewItem(
                device.device().id(),
                wave,
                Revision.of(text),
                text,
                device.sentLines(),
                Snapshot.of(device.config().orElseThrow()),
                marked.spots().stream()
                        .filter(spot -> spot.name().isSecret())
                        .map(spot -> new ReleaseStore.SecretSpot(spot.line(), spot.from(), spot.to()))
                        .toList(),
                FetchProof.of(device.device().id(), device.config().orElseThrow()));
    }
}
