package jordfell.server.release;

import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import jordfell.core.release.Snapshot;
import jordfell.core.render.DeviceConfig;
import jordfell.core.render.MarkedFile;
import jordfell.core.render.SecretMask;
import jordfell.core.waves.WavePlan;
import jordfell.core.waves.WaveWatch;
import jordfell.core.wish.FieldProblem;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.Device;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.FetchDoor;
import jordfell.server.records.ReleaseStore;
import jordfell.server.records.ReleaseStore.SealedItem;
import jordfell.server.records.WaveStore;
import jordfell.server.security.Audit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes releases, and has single devices fetch again. */
@Component
public class ReleaseService {

    /** A wave that is wished for. */
    public record WaveWish(
            String name, WavePlan.Part part, WaveWatch.Starts starts, Optional<Instant> startsAt, int stopPercent) {}

    private static final int DOUBTS_TOLD = 3;
    private static final int MOST_TOLD = 200;

    /** Everything at once, whatever becomes of it. */
    public static final List<WaveWish> ALL_AT_ONCE = List.of(
            new WaveWish("All", new WavePlan.Part.Rest(), WaveWatch.Starts.WHEN_CARRIED, Optional.empty(), 100));

    private final Jdbc jdbc;
    private final FactsAssembler facts;
    private final ReleaseStore releases;
    private final WaveStore waves;
    private final WaveActs acts;
    private final DeviceStore devices;
    private final FetchDoor door;
    private final Changes changes;
    private final Bells bells;
    private final Making making;
    private final InParts parts;
    private final FirmwareDoubts doubts;
    private final Audit audit;
    private final InstantSource clock;

    ReleaseService(
            Jdbc jdbc,
            FactsAssembler facts,
            ReleaseStore releases,
            WaveStore waves,
            WaveActs acts,
            DeviceStore devices,
            FetchDoor door,
            Changes changes,
            Bells bells,
            Making making,
            InParts parts,
            FirmwareDoubts doubts,
            Audit audit,
            InstantSource clock) {
        this.jdbc = jdbc;
        this.facts = facts;
        this.releases = releases;
        this.waves = waves;
        this.acts = acts;
        this.devices = devices;
        this.door = door;
        this.changes = changes;
        this.bells = bells;
        this.making = making;
        this.parts = parts;
        this.doubts = doubts;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * What somebody agrees to who releases.
     *
     * @param supersede devices that wait in a wave of another release may leave it
     * @param unfit devices may have, or be given, firmware that is not to be relied on
     */
    public record Consents(boolean supersede, boolean unfit) {
        public static final Consents NONE = new Consents(false, false);

        /** As they come from outside, where what is not said is not agreed to. */
        public static Consents of(@Nullable Boolean supersede, @Nullable Boolean unfit) {
            return new Consents(Boolean.TRUE.equals(supersede), Boolean.TRUE.equals(unfit));
        }
    }

    /** What a release came to: its number and how many devices it holds. */
    public record Made(long id, int devices) {}

    /** Releases the present configurations of these devices at once. */
    public Made release(List<Long> deviceIds, String reason) {
        return release(deviceIds, reason, ALL_AT_ONCE, Consents.NONE);
    }

    /**
     * Releases the present configurations of these devices: all whose configuration changes, or none and the reasons.
     * Devices that have their present configuration already are left out. One release is made at a time.
     *
     * @param consents what was asked before and is agreed to
     */
    public Made release(List<Long> deviceIds, String reason, List<WaveWish> wished, Consents consents) {
        try (Making.Turn turn = making.begin(Audit.who(), deviceIds.size())) {
            return jdbc.inTransaction(() -> {
                long release = releases.add(clock.instant(), Audit.who(), reason);
                List<Long> changing = addItems(release, deviceIds, turn, consents.unfit());
                leaveOthers(release, consents.supersede());
                int dealt = deal(release, changing, wished);
                String words = "released to " + changing.size() + (changing.size() == 1 ? " device" : " devices")
                        + (dealt > 1 ? " in " + dealt + " waves" : "");
                audit.record(words);
                changes.tell(Subject.GIVEN, changing, words);
                acts.beginFirst(release);
                return new Made(release, changing.size());
            });
        }
    }

    /**
     * Has the device's next request answered in full, without its own name and password if it lost them, and asks it to
     * come if it is registered.
     */
    public void resend(long deviceId) {
        Assembled device = facts.assemble(deviceId).orElseThrow(() -> RefusedException.notFound("device"));
        if (device.facts().released().isEmpty()) {
            throw RefusedException.field("/", "Nothing was released to this device yet.", "Release to it first.");
        }
        devices.resend(deviceId);
        door.open(deviceId);
        audit.record("re-sent the configuration of " + device.device().label());
        bells.ring(List.of(deviceId), id -> false);
    }

    /** Has the device restart, if it is registered: the telling is all that the server can do. */
    public void restart(Device device) {
        audit.record("asked " + device.label() + " to restart");
        bells.ring(List.of(device.id()), id -> true);
    }

    /** What changes on a device between what is released to it and its present configuration. */
    List<Snapshot.Change> changes(Assembled device) {
        Optional<Snapshot> before = releases.latestSnapshot(device.device().id());
        return device.config()
                .flatMap(now -> before.map(b -> Snapshot.of(now).since(b)))
                .orElse(List.of());
    }

    /** What comes of one device that is to be released. */
    private sealed interface Outcome {
        /** @param doubt what is doubtful about its firmware */
        record Changes(SealedItem item, Optional<String> doubt) implements Outcome {}

        record Stays() implements Outcome {}

        record Fails(String why, String hint) implements Outcome {}
    }

    /** Renders and keeps the items of all that change, and gives their devices; refuses if any can't be rendered. */
    private List<Long> addItems(long release, List<Long> deviceIds, Making.Turn turn, boolean unfitToo) {
        FirmwareDoubts.Known firmware = doubts.of(deviceIds);
        List<String> doubtful = new ArrayList<>();
        List<Long> changing = new ArrayList<>();
        List<FieldProblem> obstacles = new ArrayList<>();
        AtomicInteger index = new AtomicInteger();
        parts.each(deviceIds, id -> outcome(id, firmware), outcome -> {
            turn.step();
            String pointer = "/deviceIds/" + index.getAndIncrement();
            if (outcome instanceof Outcome.Fails fails && obstacles.size() < MOST_TOLD) {
                obstacles.add(new FieldProblem(pointer, fails.why(), fails.hint()));
            } else if (outcome instanceof Outcome.Changes changes && obstacles.isEmpty()) {
                releases.addItem(release, changes.item());
                changing.add(changes.item().deviceId());
                changes.doubt().ifPresent(doubtful::add);
            }
        });
        if (!obstacles.isEmpty()) {
            throw RefusedException.fields(obstacles);
        }
        if (changing.isEmpty()) {
            int all = deviceIds.size();
            throw RefusedException.field(
                    "/deviceIds",
                    "Nothing changes: " + (all == 1 ? "the device has" : "all " + all + " devices have")
                            + " the present configuration already.",
                    "Re-send has a device fetch it again.");
        }
        if (!unfitToo) {
            refuseDoubtful(doubtful);
        }
        return changing;
    }

    private static void refuseDoubtful(List<String> doubtful) {
        int more = doubtful.size() - DOUBTS_TOLD;
        if (!doubtful.isEmpty()) {
            throw RefusedException.field(
                    "/unfit",
                    String.join("; ", doubtful.subList(0, Math.min(DOUBTS_TOLD, doubtful.size())))
                            + (more > 0 ? "; and " + more + " more." : "."),
                    "Have other firmware given first, or release all the same.");
        }
    }

    private Outcome outcome(long deviceId, FirmwareDoubts.Known firmware) {
        Optional<Assembled> device = facts.assemble(deviceId);
        if (device.isEmpty()) {
            return new Outcome.Fails("There is no device " + deviceId + ".", "Load again.");
        }
        if (device.get().device().byHand()) {
            return new Outcome.Fails(
                    device.get().device().label() + " is set by hand: no file is made for it.",
                    "Type what its credentials card says, or have it given files again.");
        }
        if (device.get().text().isEmpty()) {
            return new Outcome.Fails(
                    obstacle(device.get()), "Mend it on the device, or leave the device out of this release.");
        }
        return device.get().facts().pending()
                ? new Outcome.Changes(
                        item(device.get()),
                        firmware.of(device.get())
                                .map(doubt -> device.get().device().label() + " " + doubt))
                : new Outcome.Stays();
    }

    private void leaveOthers(long release, boolean supersede) {
        ReleaseStore.Elsewhere waiting = releases.waitingElsewhere(release);
        if (waiting.devices() > 0 && !supersede) {
            throw RefusedException.field(
                    "/supersede",
                    waiting.devices() + (waiting.devices() == 1 ? " device waits" : " devices wait")
                            + " for another release: " + String.join(", ", waiting.first())
                            + (waiting.devices() > waiting.first().size() ? " and more." : "."),
                    "Let them leave it for this one, or end that release first.");
        }
        releases.supersede(release);
    }

    /** Deals the items to the waves that take any, and gives how many waves that are. */
    private int deal(long release, List<Long> changing, List<WaveWish> wished) {
        List<List<Long>> dealt =
                WavePlan.deal(changing, wished.stream().map(WaveWish::part).toList());
        int position = 0;
        for (int i = 0; i < wished.size(); i++) {
            if (!dealt.get(i).isEmpty()) {
                position++;
                waves.add(wave(release, position, wished.get(i)));
                if (position > 1) {
                    releases.deal(release, position, dealt.get(i));
                }
            }
        }
        return position;
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

    private SealedItem item(Assembled device) {
        DeviceConfig config = device.config().orElseThrow();
        MarkedFile marked = device.dialect().orElseThrow().renderMarked(config);
        return releases.sealed(
                device.device().id(),
                device.text().orElseThrow(),
                device.sentLines(clock.instant()),
                Snapshot.of(config),
                marked.spots().stream()
                        .filter(spot -> spot.name().isSecret())
                        .map(spot -> new SecretMask.Place(spot.line(), spot.from(), spot.to()))
                        .toList(),
                FetchProof.of(device.device().id(), config));
    }
}
