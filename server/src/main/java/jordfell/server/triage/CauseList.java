package jordfell.server.triage;

import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import jordfell.core.diagnosis.Cause;
import jordfell.core.identity.MacAddress;
import jordfell.core.triage.CauseMark;
import jordfell.server.jdbc.Jdbc;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What keeps devices from dial tone: causes, those with most devices first, what is set aside last. */
@Component
class CauseList {

    private static final int MOST_DEVICES = 200;
    private static final int MOST_CAUSES = 100;

    /** A device under its cause. */
    record Held(long id, String mac, String label, String model, String site, String rail, String sentence) {}

    /** What somebody said of a cause; {@code takenBy} and {@code closedBy} are empty for nobody. */
    record MarkView(
            String takenBy,
            @Nullable Instant takenAt,
            @Nullable Instant asideUntil,
            String closedBy,
            @Nullable Instant closedAt,
            String closedWhy) {}

    /**
     * A cause and who has it.
     *
     * @param newest when one of them was told of it last, whenever it began
     * @param aside it waits, or was closed and nobody came to it since
     */
    record CauseView(
            String cause,
            String variant,
            String title,
            String sentence,
            String stop,
            boolean leavesDialTone,
            @Nullable Instant since,
            @Nullable Instant newest,
            long count,
            boolean aside,
            MarkView mark,
            List<Held> devices) {}

    /**
     * Which devices are looked at.
     *
     * @param siteId 0 for all
     * @param model empty for all
     * @param newerThan those that came to their cause since then
     */
    record Filter(long siteId, String model, Optional<Instant> newerThan) {

        /** Behind what selects from device_state t and device d, and what is put in for its marks. */
        private String where(List<@Nullable Object> values) {
            StringBuilder where = new StringBuilder();
            if (siteId != 0) {
                where.append(" and d.site_id = ?");
                values.add(siteId);
            }
            if (!model.isEmpty()) {
                where.append(" and d.model_id = ?");
                values.add(model);
            }
            newerThan.ifPresent(moment -> {
                where.append(" and t.since > ?");
                values.add(moment);
            });
            return where.toString();
        }
    }

    private record Group(
            String cause,
            String variant,
            long count,
            @Nullable Instant since,
            @Nullable Instant newest,
            String sentence,
            long sentences) {}

    /** What takes no dial tone away comes last. */
    private static final Object BESIDE = Arrays.stream(Cause.values())
            .filter(Cause::leavesDialTone)
            .map(Cause::slug)
            .toArray();

    private final Jdbc jdbc;
    private final TriageMarks marks;
    private final InstantSource clock;

    CauseList(Jdbc jdbc, TriageMarks marks, InstantSource clock) {
        this.jdbc = jdbc;
        this.marks = marks;
        this.clock = clock;
    }

    /** A cause begins with a letter: from there on the index holds those that have one, and not the whole fleet. */
    List<CauseView> all(Filter filter) {
        List<@Nullable Object> values = new ArrayList<>();
        String where = filter.where(values);
        values.add(BESIDE);
        Map<TriageMarks.Key, CauseMark> said = marks.all();
        return jdbc
                .list(
                        """
                        select t.cause, t.variant, count(distinct t.device_id) n, min(t.since) since,
                               max(coalesce(f.opened_at, t.since)) newest, min(t.sentence) sentence,
                               count(distinct t.sentence) sentences
                        from device_state t join device d on d.id = t.device_id
                        left join finding f on f.device_id = t.device_id and f.closed_at is null and f.cause = t.cause
                        where t.cause >= 'a' and t.condition <> 'PARKED'""" + where
                                + " group by t.cause, t.variant order by array_contains(?, t.cause), n desc, since limit "
                                + MOST_CAUSES,
                        row -> new Group(
                                row.text("cause"),
                                row.text("variant"),
                                row.number("n"),
                                row.timeIfAny("since").orElse(null),
                                row.timeIfAny("newest").orElse(null),
                                row.text("sentence"),
                                row.number("sentences")),
                        values.toArray())
                .stream()
                .map(group -> view(
                        group,
                        said.getOrDefault(new TriageMarks.Key(group.cause(), group.variant()), CauseMark.NONE),
                        filter))
                .sorted(Comparator.comparing(CauseView::aside))
                .toList();
    }

    private CauseView view(Group group, CauseMark mark, Filter filter) {
        Cause cause = Cause.bySlug(group.cause());
        Instant now = clock.instant();
        return new CauseView(
                group.cause(),
                group.variant(),
                cause.title(),
                group.sentences() == 1 ? group.sentence() : capital(group.variant()),
                cause == Cause.UNEXPLAINED_HOLD
                        ? group.variant().toUpperCase(Locale.ROOT)
                        : cause.stop().name(),
                cause.leavesDialTone(),
                group.since(),
                group.newest(),
                group.count(),
                mark.isAside(group.newest() == null ? now : group.newest(), now),
                new MarkView(
                        mark.takenBy(),
                        mark.takenAt().orElse(null),
                        mark.asideUntil().orElse(null),
                        mark.closedBy(),
                        mark.closedAt().orElse(null),
                        mark.closedWhy()),
                devices(group, filter));
    }

    private List<Held> devices(Group group, Filter filter) {
        List<@Nullable Object> values = new ArrayList<>(List.of(group.cause(), group.variant()));
        String where = filter.where(values);
        return jdbc.list(
                """
                select d.id, d.mac, d.label, m.maker || ' ' || m.name model, s.name site, t.rail, t.sentence
                from device_state t join device d on d.id = t.device_id
                join model m on m.id = d.model_id join site s on s.id = d.site_id
                where t.cause = ? and t.variant = ? and t.condition <> 'PARKED'""" + where + " order by s.name, d.label limit " + MOST_DEVICES,
                row -> new Held(
                        row.number("id"),
                        row.textIfAny("mac")
                                .map(mac -> MacAddress.of(mac).toString())
                                .orElse(""),
                        row.text("label"),
                        row.text("model"),
                        row.text("site"),
                        row.text("rail"),
                        row.text("sentence")),
                values.toArray());
    }

    private static String capital(String text) {
        return text.isEmpty() ? "" : Character.toUpperCase(text.charAt(0)) + text.substring(1) + ".";
    }
}
