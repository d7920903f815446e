package jordfell.server.release;

import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.path.Condition;
import jordfell.core.waves.ItemState;
import jordfell.core.waves.WaveWatch;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import jordfell.server.records.WaveStore;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Releases and their waves, with the devices of each. */
@Component
class WaveList {

    private static final int MOST_SHOWN = 50;
    private static final int MOST_MEMBERS = 300;

    private static final String MEMBERS = """
            select d.id, d.label, s.name site, m.maker || ' ' || m.name model, i.state, i.before_condition,
                   t.condition, t.word, t.rail
            from %s join device d on d.id = i.device_id join site s on s.id = d.site_id
            join model m on m.id = d.model_id join device_state t on t.device_id = d.id""";

    /** A release in the list. */
    record PastRelease(long id, Instant at, String by, String reason, int devices, int waves, String standing) {}

    /** A device of a wave, as it was and as it is. */
    record MemberView(
            long id,
            String label,
            String site,
            String model,
            ItemState state,
            @Nullable Condition before,
            Condition now,
            boolean fetched,
            boolean worse,
            String word,
            String rail) {}

    /**
     * A wave.
     *
     * @param devices how many it has
     * @param members the first of them, those that need looking at before others
     */
    record WaveView(
            int position,
            String name,
            WaveWatch.Starts starts,
            @Nullable Instant startsAt,
            int stopPercent,
            WaveStore.State state,
            @Nullable Instant startedAt,
            @Nullable Instant endedAt,
            String word,
            int devices,
            int carried,
            int worse,
            List<MemberView> members) {}

    record ReleaseView(long id, Instant at, String by, String reason, List<WaveView> waves) {}

    private final Jdbc jdbc;
    private final WaveStore waves;

    WaveList(Jdbc jdbc, WaveStore waves) {
        this.jdbc = jdbc;
        this.waves = waves;
    }

    /** The last releases. */
    List<PastRelease> past() {
        return jdbc.list(
                """
                select r.*, (select count(*) from release_item i where i.release_id = r.id) devices,
                  (select count(*) from release_wave w where w.release_id = r.id) waves,
                  case when exists (select 1 from release_wave w where w.release_id = r.id and w.state = 'STOPPED') then 'STOPPED'
                       when exists (select 1 from release_wave w where w.release_id = r.id and w.state = 'RUNNING') then 'RUNNING'
                       when exists (select 1 from release_wave w where w.release_id = r.id and w.state = 'WAITING') then 'WAITING'
                       when exists (select 1 from release_wave w where w.release_id = r.id and w.state = 'TAKEN_BACK')
                         then 'TAKEN_BACK'
                       else 'CARRIED' end standing
                from release r order by r.id desc limit ?""",
                row -> new PastRelease(
                        row.number("id"),
                        row.time("made_at"),
                        row.text("made_by"),
                        row.text("reason"),
                        row.integer("devices"),
                        row.integer("waves"),
                        row.text("standing")),
                MOST_SHOWN);
    }

    /** A release with its waves. */
    Optional<ReleaseView> release(long id) {
        List<WaveView> all = waves.of(id).stream().map(this::view).toList();
        return jdbc.one(
                "select * from release where id = ?",
                row -> new ReleaseView(
                        row.number("id"), row.time("made_at"), row.text("made_by"), row.text("reason"), all),
                id);
    }

    private WaveView view(WaveStore.Wave w) {
        List<WaveWatch.Member> sent = waves.members(w.releaseId(), w.position());
        return new WaveView(
                w.position(),
                w.name(),
                w.starts(),
                w.startsAt().orElse(null),
                w.stopPercent(),
                w.state(),
                w.startedAt().orElse(null),
                w.endedAt().orElse(null),
                w.word(),
                jdbc.one(
                                "select count(*) n from release_item where release_id = ? and wave = ?",
                                row -> row.integer("n"),
                                w.releaseId(),
                                w.position())
                        .orElse(0),
                (int) sent.stream().filter(WaveWatch.Member::hasCarried).count(),
                (int) sent.stream().filter(WaveWatch.Member::isWorse).count(),
                members(w, sent));
    }

    /** Those that got worse, then those that have not fetched, then the others; of a large wave the first. */
    private List<MemberView> members(WaveStore.Wave w, List<WaveWatch.Member> sent) {
        Map<Long, WaveWatch.Member> first = new LinkedHashMap<>();
        sent.stream()
                .sorted(Comparator.comparing((WaveWatch.Member m) -> !m.isWorse())
                        .thenComparing(WaveWatch.Member::fetched)
                        .thenComparing(WaveWatch.Member::label))
                .limit(MOST_MEMBERS)
                .forEach(m -> first.put(m.deviceId(), m));
        List<MemberView> views = new ArrayList<>(jdbc.list(
                MEMBERS.formatted("unnest(cast(? as bigint array)) as u(x) join release_item i on i.device_id = u.x")
                        + " where i.release_id = ?",
                row -> member(row, Optional.ofNullable(first.get(row.number("id")))),
                first.keySet().toArray(),
                w.releaseId()));
        List<Long> order = List.copyOf(first.keySet());
        views.sort(Comparator.comparingInt(v -> order.indexOf(v.id())));
        if (views.size() < MOST_MEMBERS) {
            views.addAll(jdbc.list(
                    MEMBERS.formatted("release_item i")
                            + " where i.release_id = ? and i.wave = ? and i.state <> 'SENT' order by d.label, d.id limit ?",
                    row -> member(row, Optional.empty()),
                    w.releaseId(),
                    w.position(),
                    MOST_MEMBERS - views.size()));
        }
        return views;
    }

    private static MemberView member(Row row, Optional<WaveWatch.Member> member) throws SQLException {
        String before = row.text("before_condition");
        return new MemberView(
                row.number("id"),
                row.text("label"),
                row.text("site"),
                row.text("model"),
                ItemState.valueOf(row.text("state")),
                before.isEmpty() ? null : Condition.valueOf(before),
                Condition.valueOf(row.text("condition")),
                member.filter(WaveWatch.Member::fetched).isPresent(),
                member.filter(WaveWatch.Member::isWorse).isPresent(),
                row.text("word"),
                row.text("rail"));
    }
}
