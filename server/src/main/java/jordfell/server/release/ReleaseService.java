package jordfell.server.release;

import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import jordfell.core.device.Device;
import jordfell.core.release.Snapshot;
import jordfell.core.waves.WavePlan;
import jordfell.core.waves.WaveWatch;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.FetchDoor;
import jordfell.server.records.ReleaseMoves;
import jordfell.server.records.ReleaseStore;
import jordfell.server.records.WaveStore;
import jordfell.server.remedy.RemedyAct;
import jordfell.server.security.Audit;
import org.jspecify.annotations.Nullable;
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
    private final ReleaseMoves moves;
    private final WaveStore waves;
    private final WaveActs acts;
    private final DeviceStore devices;
    private final FetchDoor door;
    private final Changes changes;
    private final Bells bells;
    private final Making making;
    private final ReleaseItems items;
    private final Audit audit;
    private final InstantSource clock;

    ReleaseService(
            Jdbc jdbc,
            FactsAssembler facts,
            ReleaseStore releases,
            ReleaseMoves moves,
            WaveStore waves,
            WaveActs acts,
            DeviceStore devices,
            FetchDoor door,
            Changes changes,
            Bells bells,
            Making making,
            ReleaseItems items,
            Audit audit,
            InstantSource clock) {
        this.jdbc = jdbc;
        this.facts = facts;
        this.releases = releases;
        this.moves = moves;
        this.waves = waves;
        this.acts = acts;
        this.devices = devices;
        this.door = door;
        this.changes = changes;
        this.bells = bells;
        this.making = making;
        this.items = items;
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

        /** Those of one who does what a finding offers. */
        public static Consents of(RemedyAct.Consent consent) {
            return new Consents(consent.supersede(), consent.unfit());
        }

        /** As they come from outside, where what is not said is not agreed to. */
        public static Consents of(@Nullable Boolean supersede, @Nullable Boolean unfit) {
            return new Consents(Boolean.TRUE.equals(supersede), Boolean.TRUE.equals(unfit));
        }
    }

    /** What a release came to: its number and how many devices it holds. */
    public record Made(long id, int devices) {}

    /** Changes records and releases to a device in one transaction: where the release asks first, nothing is changed. */
    public void releaseWith(Runnable change, long deviceId, Consents consents) {
        jdbc.inTransaction(() -> {
            change.run();
            release(List.of(deviceId), "", ALL_AT_ONCE, consents);
        });
    }

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
                List<Long> changing = items.add(release, deviceIds, turn, consents.unfit());
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
        done(deviceId, "re-sent the configuration of " + device.device().label());
        bells.ring(List.of(deviceId), id -> false);
    }

    /** Has the device restart, if it is registered: the telling is all that the server can do. */
    public void restart(Device device) {
        done(device.id(), "asked " + device.label() + " to restart");
        bells.ring(List.of(device.id()), id -> true);
    }

    /** It may mend what was found, and then that ended after it. */
    private void done(long deviceId, String words) {
        audit.record(words);
        changes.tell(Subject.GIVEN, List.of(deviceId), words);
    }

    /** What changes on a device between what is released to it and its present configuration. */
    List<Snapshot.Change> changes(Assembled device) {
        Optional<Snapshot> before = releases.latestSnapshot(device.device().id());
        return device.config()
                .flatMap(now -> before.map(b -> Snapshot.of(now).since(b)))
                .orElse(List.of());
    }

    private void leaveOthers(long release, boolean supersede) {
        ReleaseMoves.Elsewhere waiting = moves.waitingElsewhere(release);
        if (waiting.devices() > 0 && !supersede) {
            throw RefusedException.field(
                    "/supersede",
                    waiting.devices() + (waiting.devices() == 1 ? " device waits" : " devices wait")
                            + " for another release: " + String.join(", ", waiting.first())
                            + (waiting.devices() > waiting.first().size() ? " and more." : "."),
                    "Let them leave it for this one, or end that release first.");
        }
        moves.supersede(release);
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
                    moves.deal(release, position, dealt.get(i));
                }
            }
        }
        return position;
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
}
