package jordfell.server.fleet;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.identity.ClaimCode;
import jordfell.core.identity.MacAddress;
import jordfell.core.path.Condition;
import jordfell.core.search.Typed;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import jordfell.server.jdbc.RowMapper;
import jordfell.server.search.FleetIndex;
import jordfell.server.search.RosterIndex;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The rows of the Fleet, and what is found by a few letters. */
@Component
class FleetList {

    private static final int PAGE = 200;
    private static final int MOST_HITS = 8;

    /** A device in a list. */
    record DeviceRow(
            long id,
            String mac,
            String label,
            String model,
            long siteId,
            String site,
            String standing,
            String condition,
            String rail,
            String heldAt,
            String cause,
            String word,
            @Nullable Instant since,
            int tries,
            boolean pending,
            String firmware,
            String lines) {}

    record Count(String name, long devices) {}

    /**
     * One page of the fleet.
     *
     * @param total devices that fit the site and the search, whatever their condition
     * @param capped there are more than that
     * @param conditions how many of them stand how
     * @param next where the next page begins; -1 for no more
     */
    record Fleet(List<DeviceRow> rows, long total, boolean capped, List<Count> conditions, String next) {}

    record Hit(String kind, long id, String title, String detail) {}

    static final String SELECT = """
            select d.id, d.mac, d.claim_code, d.standing, d.label, m.maker || ' ' || m.name model, m.kind, s.id site_id,
                   s.name site, t.*
            from unnest(cast(? as bigint array)) as u(i) join device d on d.id = u.i join model m on m.id = d.model_id join site s on s.id = d.site_id
            join device_state t on t.device_id = d.id
            """;

    static final RowMapper<DeviceRow> DEVICE = row -> new DeviceRow(
            row.number("id"),
            address(row),
            row.text("label"),
            row.text("model"),
            row.number("site_id"),
            row.text("site"),
            row.text("standing"),
            row.text("condition"),
            row.text("rail"),
            row.text("held_at"),
            row.text("cause"),
            row.text("word"),
            row.timeIfAny("since").orElse(null),
            row.integer("tries"),
            row.yes("pending"),
            row.text("firmware"),
            row.text("lines"));

    private final Jdbc jdbc;
    private final FleetIndex index;
    private final RosterIndex roster;

    FleetList(Jdbc jdbc, FleetIndex index, RosterIndex roster) {
        this.jdbc = jdbc;
        this.index = index;
        this.roster = roster;
    }

    /**
     * A part of the list.
     *
     * @param condition a condition's name; all of them for anything else
     * @param after where the part before ended; empty for the beginning
     */
    Fleet devices(String q, long siteId, String condition, long batchId, String after) {
        Optional<Condition> wanted = Arrays.stream(Condition.values())
                .filter(c -> c.name().equals(condition))
                .findFirst();
        FleetIndex.Page page =
                index.page(new FleetIndex.Filter(siteId, wanted, Typed.fragment(q), batchId), after, PAGE);
        return new Fleet(
                rows(page.ids()),
                page.total(),
                page.capped(),
                page.counts().entrySet().stream()
                        .map(e -> new Count(e.getKey().name(), e.getValue()))
                        .toList(),
                page.next());
    }

    /** These devices as rows, in this order. */
    private List<DeviceRow> rows(List<Long> ids) {
        Map<Long, DeviceRow> byId = new HashMap<>();
        jdbc.list(SELECT, DEVICE, (Object) ids.toArray()).forEach(row -> byId.put(row.id(), row));
        return ids.stream()
                .flatMap(id -> Optional.ofNullable(byId.get(id)).stream())
                .toList();
    }

    /** Devices, extensions and people that fit what was typed. */
    List<Hit> search(String q) {
        String fragment = Typed.fragment(q);
        if (fragment.isEmpty()) {
            return List.of();
        }
        List<Hit> hits = new ArrayList<>();
        List<Long> devices = index.all(new FleetIndex.Filter(0, Optional.empty(), fragment, 0), MOST_HITS);
        rows(devices).forEach(d -> hits.add(new Hit("device", d.id(), d.label(), d.mac() + " · " + d.site())));
        roster.extensions(fragment, MOST_HITS)
                .orElse(List.of())
                .forEach(id -> hits.addAll(jdbc.list(
                        "select e.domain_id, e.number || ' ' || e.display_name title, m.name from extension e "
                                + "join domain m on m.id = e.domain_id where e.id = ?",
                        row -> new Hit("extension", row.number("domain_id"), row.text("title"), row.text("name")),
                        id)));
        roster.people(fragment, MOST_HITS)
                .orElse(List.of())
                .forEach(id -> hits.addAll(jdbc.list(
                        "select p.id, p.name, p.department, m.name domain from person p join domain m on m.id = p.domain_id "
                                + "where p.id = ?",
                        row -> new Hit(
                                "person",
                                row.number("id"),
                                row.text("name"),
                                row.text("department") + " · " + row.text("domain")),
                        id)));
        return hits;
    }

    private static String address(Row row) throws java.sql.SQLException {
        boolean softphone = row.text("kind").equals(DeviceKind.SOFTPHONE.name());
        Optional<String> mac = row.textIfAny("mac")
                .map(m -> softphone ? "instance " + m : MacAddress.of(m).toString());
        return mac.or(() -> claim(row)).orElse("");
    }

    private static Optional<String> claim(Row row) {
        try {
            return row.textIfAny("claim_code").map(c -> "claim " + new ClaimCode(c));
        } catch (java.sql.SQLException e) {
            throw new IllegalStateException(e);
        }
    }
}
