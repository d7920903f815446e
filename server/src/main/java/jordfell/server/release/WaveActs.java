package jordfell.server.release;

import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import jordfell.core.release.Snapshot;
import jordfell.core.waves.ItemState;
import jordfell.core.waves.WaveWatch;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.ReleaseMoves;
import jordfell.server.records.ReleaseStore;
import jordfell.server.records.WaveStore;
import jordfell.server.records.WaveStore.State;
import jordfell.server.records.WaveStore.Wave;
import jordfell.server.security.Audit;
import org.springframework.stereotype.Component;

/** What can be done with a wave: begin it, stop it, go on, take it back. */
@Component
class WaveActs {

    private final Jdbc jdbc;
    private final ReleaseStore releases;
    private final ReleaseMoves moves;
    private final WaveStore waves;
    private final Bells bells;
    private final Changes changes;
    private final Audit audit;
    private final InstantSource clock;

    WaveActs(
            Jdbc jdbc,
            ReleaseStore releases,
            ReleaseMoves moves,
            WaveStore waves,
            Bells bells,
            Changes changes,
            Audit audit,
            InstantSource clock) {
        this.jdbc = jdbc;
        this.releases = releases;
        this.moves = moves;
        this.waves = waves;
        this.bells = bells;
        this.changes = changes;
        this.audit = audit;
        this.clock = clock;
    }

    /** Begins the first wave of a fresh release, unless it waits for a time. */
    void beginFirst(long releaseId) {
        waves.of(releaseId).stream()
                .findFirst()
                .filter(w -> w.starts() != WaveWatch.Starts.AT)
                .ifPresent(w -> begin(w, State.WAITING, ItemState.Act.BEGIN));
    }

    /** Begins a wave whose time has come, unless somebody was faster. */
    void beginByItself(Wave wave) {
        begin(wave, State.WAITING, ItemState.Act.BEGIN);
    }

    /** Begins a wave that waits. */
    void begin(Wave wave) {
        if (!begin(wave, State.WAITING, ItemState.Act.BEGIN)) {
            throw notIn(wave, "waits");
        }
    }

    /** Sends a stopped wave to those that were held back, and lets more of its devices get worse. */
    void goOn(Wave wave, int stopPercent) {
        waves.stopPercent(wave.releaseId(), wave.position(), stopPercent);
        if (!begin(wave, State.STOPPED, ItemState.Act.GO_ON)) {
            throw notIn(wave, "is stopped");
        }
        audit.record("let wave " + wave.position() + " of release " + wave.releaseId() + " go on");
    }

    /** Stops a running wave: those that have not fetched it are given what they had. */
    void stop(Wave wave, String why) {
        Instant now = clock.instant();
        List<Long> behind = waves.members(wave.releaseId(), wave.position()).stream()
                .filter(m -> !m.fetched())
                .map(WaveWatch.Member::deviceId)
                .toList();
        boolean stopped = jdbc.inTransaction(() -> {
            if (!waves.end(wave.releaseId(), wave.position(), State.RUNNING, State.STOPPED, now, why)) {
                return false;
            }
            moves.giveBack(wave.releaseId(), wave.position(), behind, ItemState.Act.STOP, now);
            told("wave " + wave.position() + " of release " + wave.releaseId() + " stopped: " + why, behind);
            return true;
        });
        if (!stopped) {
            throw notIn(wave, "runs");
        }
    }

    /** Gives the devices of a wave back what they had, and tells those that took it. */
    void takeBack(Wave wave) {
        if (wave.state() == State.WAITING || wave.state() == State.TAKEN_BACK || wave.state() == State.ENDED) {
            throw notIn(wave, "was sent");
        }
        Instant now = clock.instant();
        List<Long> members = waves.members(wave.releaseId(), wave.position()).stream()
                .map(WaveWatch.Member::deviceId)
                .toList();
        jdbc.inTransaction(() -> {
            if (!waves.end(wave.releaseId(), wave.position(), wave.state(), State.TAKEN_BACK, now, wave.word())) {
                throw RefusedException.changedMeanwhile("wave");
            }
            moves.giveBack(wave.releaseId(), wave.position(), members, ItemState.Act.TAKE_BACK, now);
            told(
                    "took back wave " + wave.position() + " of release " + wave.releaseId() + " from " + members.size()
                            + (members.size() == 1 ? " device" : " devices"),
                    members);
        });
        bells.ring(members, id -> false);
    }

    /** Gives some devices of a release back what they had; its waves stay as they are. */
    void takeBackFrom(long releaseId, List<Long> devices) {
        Instant now = clock.instant();
        jdbc.inTransaction(() -> {
            waves.of(releaseId)
                    .forEach(wave -> moves.giveBack(releaseId, wave.position(), devices, ItemState.Act.TAKE_BACK, now));
            told(
                    "took back release " + releaseId + " from " + devices.size()
                            + (devices.size() == 1 ? " device" : " devices"),
                    devices);
        });
        bells.ring(devices, id -> false);
    }

    /** Keeps the waves of a release that are still to come from ever beginning. */
    void endRest(long releaseId) {
        Instant now = clock.instant();
        jdbc.inTransaction(() -> {
            List<Long> waiting = moves.waiting(releaseId);
            for (Wave wave : waves.of(releaseId)) {
                if (waves.end(releaseId, wave.position(), State.WAITING, State.ENDED, now, "")) {
                    moves.end(releaseId, wave.position());
                }
            }
            told("ended release " + releaseId, waiting);
        });
    }

    /** A running wave has carried. */
    void carried(Wave wave, String word) {
        if (waves.end(wave.releaseId(), wave.position(), State.RUNNING, State.CARRIED, clock.instant(), word)) {
            changes.tell(Subject.RELEASE);
        }
    }

    private boolean begin(Wave wave, State from, ItemState.Act act) {
        Instant now = clock.instant();
        Optional<List<Long>> sent =
                jdbc.inTransaction(() -> waves.begin(wave.releaseId(), wave.position(), from, now, Audit.who())
                        ? Optional.of(moves.send(wave.releaseId(), wave.position(), act, now))
                        : Optional.empty());
        if (sent.isEmpty()) {
            return false;
        }
        changes.tell(Subject.GIVEN, sent.get(), "began wave " + wave.position() + " of release " + wave.releaseId());
        changes.tell(Subject.RELEASE);
        bells.ring(sent.get(), id -> needsRestart(wave, id));
        return true;
    }

    private boolean needsRestart(Wave wave, long deviceId) {
        Optional<Snapshot> before = releases.snapshotBefore(wave.releaseId(), deviceId);
        Optional<Snapshot> after = releases.latestSnapshot(deviceId);
        return before.isPresent()
                && after.isPresent()
                && after.get().since(before.get()).stream().anyMatch(Snapshot.Change::restart);
    }

    private void told(String words, List<Long> devices) {
        audit.record(words);
        changes.tell(Subject.GIVEN, devices, words);
        changes.tell(Subject.RELEASE);
    }

    private static RefusedException notIn(Wave wave, String state) {
        return RefusedException.field(
                "/",
                "Wave " + wave.position() + " is not one that " + state + " any more.",
                "Look at the release again: somebody was faster, or the wave came to its end.");
    }
}
