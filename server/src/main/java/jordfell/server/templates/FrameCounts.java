package jordfell.server.templates;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.knock.Guessers;
import jordfell.server.records.DevicesUnder;
import jordfell.server.records.KnockStore;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What the frame around all screens counts: what waits to be looked at, and what is not on the phones yet. */
@Component
class FrameCounts {

    /** A change that is not on all phones yet: who made it, to what, when. */
    record Unreleased(String who, String what, Instant at) {}

    /**
     * The counts in the frame.
     *
     * @param pendingSince since when the oldest change waits
     * @param unreleased the newest changes of settings among those that wait
     * @param wavesStopped waves that stopped by themselves and wait for somebody to decide
     */
    record Frame(
            long knocks,
            long strays,
            long causes,
            long pending,
            long pendingReady,
            @Nullable Instant pendingSince,
            List<Unreleased> unreleased,
            long wavesRunning,
            long wavesStopped) {}

    /** A device is seen to be changed a moment after its setting was. */
    private static final Duration BEFORE_IT_WAS_SEEN = Duration.ofMinutes(1);

    private static final int MOST_UNRELEASED = 3;
    private static final int MOST_LOOKED_AT = 20;

    private final Jdbc jdbc;
    private final KnockStore knocks;
    private final Guessers guessers;
    private final LayerOwners owners;
    private final DevicesUnder devicesUnder;

    FrameCounts(Jdbc jdbc, KnockStore knocks, Guessers guessers, LayerOwners owners, DevicesUnder devicesUnder) {
        this.jdbc = jdbc;
        this.knocks = knocks;
        this.guessers = guessers;
        this.owners = owners;
        this.devicesUnder = devicesUnder;
    }

    /** The counts as they are now. */
    Frame present() {
        Optional<Instant> since = jdbc.one(
                        "select min(pending_since) at from device_state where pending", row -> row.timeIfAny("at"))
                .flatMap(at -> at);
        return new Frame(
                knocks.count(guessers.sources()),
                count("select count(*) n from stray where not ignored and not refused and device_id is null"),
                // From its first letter on, since the index holds all that have no cause before that.
                count("select count(*) n from (select distinct cause, variant from device_state "
                        + "where cause >= 'a' and condition <> 'PARKED')"),
                count("select count(*) n from device_state where pending"),
                count("select count(*) n from device_state where pending and releasable"),
                since.orElse(null),
                since.map(this::unreleased).orElse(List.of()),
                count("select count(*) n from release_wave w where state = 'RUNNING' and exists "
                        + "(select 1 from release_wave o where o.release_id = w.release_id and o.position > 1)"),
                count("select count(*) n from release_wave where state = 'STOPPED'"));
    }

    /** Settings that were changed since and are not back at what they were, newest first, while a device waits for them. */
    private List<Unreleased> unreleased(Instant since) {
        record Entry(
                String who,
                Instant at,
                String setting,
                LayerKind layer,
                String owner,
                Optional<String> was,
                Optional<String> became) {
            /** What became of a secret is not kept: it is taken to differ. */
            boolean differs() {
                return !was.equals(became)
                        || SettingsCatalogue.find(setting)
                                .filter(s -> s.isSecret())
                                .isPresent();
            }
        }
        return jdbc
                .list(
                        """
                        select h.who, h.at, h.setting, h.layer, h.owner, f.was, h.became
                        from (select max(id) newest, min(id) oldest from setting_history where at >= ?
                              group by setting, layer, owner) g
                        join setting_history h on h.id = g.newest join setting_history f on f.id = g.oldest
                        order by h.at desc limit ?""",
                        row -> new Entry(
                                row.text("who"),
                                row.time("at"),
                                row.text("setting"),
                                LayerKind.valueOf(row.text("layer")),
                                row.text("owner"),
                                row.textIfAny("was"),
                                row.textIfAny("became")),
                        since.minus(BEFORE_IT_WAS_SEEN),
                        MOST_LOOKED_AT)
                .stream()
                .filter(Entry::differs)
                .filter(e -> devicesUnder.anyPendingUnder(e.layer(), e.owner()))
                .limit(MOST_UNRELEASED)
                .map(e -> new Unreleased(
                        e.who(),
                        SettingsCatalogue.find(e.setting()).map(s -> s.label()).orElse(e.setting()) + " of "
                                + owners.nameIfAny(e.layer(), e.owner()).orElse("something that is gone"),
                        e.at()))
                .toList();
    }

    private long count(String sql) {
        return jdbc.one(sql, row -> row.number("n")).orElse(0L);
    }
}
