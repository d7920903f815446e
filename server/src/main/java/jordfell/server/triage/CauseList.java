package jordfell.server.triage;

import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import jordfell.core.diagnosis.Cause;
import jordfell.core.identity.MacAddress;
import jordfell.server.jdbc.Jdbc;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What keeps devices from dial tone: causes, those with most devices first. */
@Component
class CauseList {

    private static final int MOST_DEVICES = 200;

    /** A device under its cause. */
    record Held(long id, String mac, String label, String model, String site, String rail, String sentence) {}

    record CauseView(
            String cause,
            String variant,
            String title,
            String sentence,
            String stop,
            boolean leavesDialTone,
            @Nullable Instant since,
            long count,
            List<Held> devices) {}

    private record Group(
            String cause,
            String variant,
            long count,
            @Nullable Instant since,
            String sentence,
            long sentences) {}

    /** What takes no dial tone away comes last. */
    private static final Object BESIDE = Arrays.stream(Cause.values())
            .filter(Cause::leavesDialTone)
            .map(Cause::slug)
            .toArray();

    private final Jdbc jdbc;

    CauseList(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    List<CauseView> all() {
        return jdbc
                .list(
                        """
                        select cause, variant, count(*) n, min(since) since, min(sentence) sentence,
                               count(distinct sentence) sentences
                        from device_state where cause <> '' and condition <> 'PARKED'
                        group by cause, variant
                        order by array_contains(?, cause), n desc, since limit 100""",
                        row -> new Group(
                                row.text("cause"),
                                row.text("variant"),
                                row.number("n"),
                                row.timeIfAny("since").orElse(null),
                                row.text("sentence"),
                                row.number("sentences")),
                        BESIDE)
                .stream()
                .map(this::view)
                .toList();
    }

    private CauseView view(Group group) {
        Cause cause = Cause.bySlug(group.cause());
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
                group.count(),
                devices(group));
    }

    private List<Held> devices(Group group) {
        return jdbc.list(
                """
                select d.id, d.mac, d.label, m.maker || ' ' || m.name model, s.name site, t.rail, t.sentence
                from device_state t join device d on d.id = t.device_id
                join model m on m.id = d.model_id join site s on s.id = d.site_id
                where t.cause = ? and t.variant = ? and t.condition <> 'PARKED'
                order by s.name, d.label limit ?""",
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
                group.cause(),
                group.variant(),
                MOST_DEVICES);
    }

    private static String capital(String text) {
        return text.isEmpty() ? "" : Character.toUpperCase(text.charAt(0)) + text.substring(1) + ".";
    }
}
