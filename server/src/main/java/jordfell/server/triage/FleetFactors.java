package jordfell.server.triage;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.shared.Factor.Kind;
import jordfell.core.shared.Matrix;
import jordfell.core.shared.Onset;
import jordfell.core.shared.Shared;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import org.springframework.stereotype.Component;

/** What the devices of one cause share against all others that are in use. */
@Component
class FleetFactors {

    /** All of the fleet is read for it, so it is kept for a moment. */
    private static final Duration KEPT = Duration.ofSeconds(10);

    private record One(String cause, String variant, Optional<Instant> since, Map<Kind, String> factors) {}

    /**
     * What was found.
     *
     * @param shared empty where chance would do as well
     * @param within how long it took from the first to the last of them, where that was short
     * @param release that most of them were in and that tells them from the rest; empty if there is none
     * @param afterRelease how long after that it had begun for all of them, where that was short
     */
    record Found(
            Optional<Shared> shared,
            Optional<Duration> within,
            Matrix matrix,
            Optional<Shared> release,
            Optional<Duration> afterRelease) {}

    private final Jdbc jdbc;
    private final LoadingCache<String, List<One>> fleet;

    FleetFactors(Jdbc jdbc) {
        this.jdbc = jdbc;
        this.fleet = Caffeine.newBuilder().maximumSize(1).expireAfterWrite(KEPT).build(all -> read());
    }

    Found of(String cause, String variant) {
        List<Map<Kind, String>> held = new ArrayList<>();
        List<Map<Kind, String>> rest = new ArrayList<>();
        List<Instant> since = new ArrayList<>();
        for (One one : fleet.get("")) {
            boolean isHeld = one.cause().equals(cause) && one.variant().equals(variant);
            (isHeld ? held : rest).add(one.factors());
            if (isHeld) {
                one.since().ifPresent(since::add);
            }
        }
        Optional<Shared> shared = Shared.of(held, rest);
        Kind down = shared.map(s -> s.factors().get(0).kind()).orElse(Kind.SITE);
        Kind across = shared.filter(s -> s.factors().size() == 2)
                .map(s -> s.factors().get(1).kind())
                .orElse(down == Kind.MODEL ? Kind.SITE : Kind.MODEL);
        Optional<Shared> release = Shared.by(Kind.RELEASE, held, rest);
        return new Found(
                shared,
                since.size() == held.size() ? Onset.within(since) : Optional.empty(),
                Matrix.of(down, across, held, rest),
                release,
                since.size() == held.size()
                        ? release.flatMap(this::madeAt).flatMap(at -> Onset.after(since, at))
                        : Optional.empty());
    }

    private Optional<Instant> madeAt(Shared release) {
        return jdbc.one(
                "select made_at from release where id = ?",
                row -> row.time("made_at"),
                Long.parseLong(release.factors().get(0).value()));
    }

    private List<One> read() {
        return jdbc.list("""
                select s.name site, m.maker || ' ' || m.name model, coalesce(t.name, '') template, st.firmware,
                       (select min(l.node) from line_state l where l.device_id = d.id) node,
                       (select min(l.peer) from line_state l where l.device_id = d.id) peer,
                       coalesce(b.name, '') batch, st.cause, st.variant, st.since,
                       (select max(i.release_id) from release_item i where i.device_id = d.id) release_id
                from device d join device_state st on st.device_id = d.id join site s on s.id = d.site_id
                join model m on m.id = d.model_id left join template t on t.id = d.template_id
                left join enrol_batch b on b.id = d.batch_id
                where st.condition <> 'PARKED' and d.standing = 'IN_USE'""", FleetFactors::one);
    }

    private static One one(Row row) throws java.sql.SQLException {
        Map<Kind, String> factors = new EnumMap<>(Kind.class);
        factors.put(Kind.SITE, row.text("site"));
        factors.put(Kind.MODEL, row.text("model"));
        factors.put(Kind.TEMPLATE, row.text("template"));
        factors.put(Kind.FIRMWARE, row.text("firmware"));
        factors.put(Kind.BATCH, row.text("batch"));
        factors.put(Kind.NODE, row.textIfAny("node").orElse(""));
        factors.put(Kind.ADDRESS, row.textIfAny("peer").map(FleetFactors::host).orElse(""));
        factors.put(
                Kind.RELEASE, row.numberIfAny("release_id").map(String::valueOf).orElse(""));
        return new One(row.text("cause"), row.text("variant"), row.timeIfAny("since"), factors);
    }

    private static String host(String peer) {
        return peer.substring(0, Math.max(0, peer.lastIndexOf(':')));
    }
}
