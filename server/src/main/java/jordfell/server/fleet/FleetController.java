package jordfell.server.fleet;

import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import jordfell.core.identity.MacAddress;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.RowMapper;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The list of devices, and the search field. */
@RestController
@RequestMapping(path = "/api", produces = "application/json")
class FleetController {

    private static final int PAGE = 200;

    /** A device in a list. */
    record DeviceRow(
            long id,
            String mac,
            String label,
            String model,
            long siteId,
            String site,
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
     * @param conditions how many of them stand how
     * @param next where the next page begins; -1 for no more
     */
    record Fleet(List<DeviceRow> rows, long total, List<Count> conditions, int next) {}

    record Hit(String kind, long id, String title, String detail) {}

    static final String SELECT = """
            select d.id, d.mac, d.label, m.maker || ' ' || m.name model, s.id site_id, s.name site, t.*
            from device d join model m on m.id = d.model_id join site s on s.id = d.site_id
            join device_state t on t.device_id = d.id
            """;

    static final RowMapper<DeviceRow> DEVICE = row -> new DeviceRow(
            row.number("id"),
            MacAddress.of(row.text("mac")).toString(),
            row.text("label"),
            row.text("model"),
            row.number("site_id"),
            row.text("site"),
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

    private static final String MATCHES = """
            where (? = 0 or d.site_id = ?)
              and (? = '' or d.mac like ? or lower(d.label) like ? or t.lines like ?)
            """;

    private final Jdbc jdbc;

    FleetController(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    @GetMapping("/devices")
    Fleet devices(
            @RequestParam(defaultValue = "") String q,
            @RequestParam(defaultValue = "0") long siteId,
            @RequestParam(defaultValue = "") String condition,
            @RequestParam(defaultValue = "0") int from) {
        Search search = Search.of(q);
        List<DeviceRow> rows = jdbc.list(
                SELECT + MATCHES
                        + "and (? = '' or t.condition = ?) order by t.progress, d.label, d.id limit ? offset ?",
                DEVICE,
                siteId,
                siteId,
                search.text(),
                search.mac(),
                search.anywhere(),
                search.anywhere(),
                condition,
                condition,
                PAGE + 1,
                Math.max(0, from));
        List<Count> counts = jdbc.list(
                """
                select t.condition, count(*) n from device d join device_state t on t.device_id = d.id
                """ + MATCHES + "group by t.condition",
                row -> new Count(row.text("condition"), row.number("n")),
                siteId,
                siteId,
                search.text(),
                search.mac(),
                search.anywhere(),
                search.anywhere());
        boolean more = rows.size() > PAGE;
        return new Fleet(
                more ? rows.subList(0, PAGE) : rows,
                counts.stream().mapToLong(Count::devices).sum(),
                counts,
                more ? from + PAGE : -1);
    }

    /** Devices, extensions and people that fit what was typed. */
    @GetMapping("/search")
    List<Hit> search(@RequestParam String q) {
        Search search = Search.of(q);
        if (search.text().isEmpty()) {
            return List.of();
        }
        return jdbc.list(
                """
                (select 'device' kind, d.id, d.label title, d.mac || ' · ' || s.name detail
                 from device d join site s on s.id = d.site_id join device_state t on t.device_id = d.id
                 where d.mac like ? or lower(d.label) like ? or t.lines like ? limit 8)
                union all
                (select 'extension', e.domain_id, e.number || ' ' || e.display_name, m.name
                 from extension e join domain m on m.id = e.domain_id
                 where e.number like ? or lower(e.display_name) like ? limit 8)""",
                row -> new Hit(row.text("kind"), row.number("id"), row.text("title"), row.text("detail")),
                search.mac(),
                search.anywhere(),
                search.anywhere(),
                search.text() + "%",
                search.anywhere());
    }

    /** What was typed, as patterns. A fragment of a MAC may have any separators. */
    private record Search(String text, String mac, String anywhere) {
        static Search of(String typed) {
            String text = typed.strip().toLowerCase(Locale.ROOT);
            String plain = text.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_");
            String digits = Optional.of(text.replaceAll("[:\\-. ]", ""))
                    .filter(d -> d.matches("[0-9a-f]{2,12}"))
                    .orElse("-");
            return new Search(plain, "%" + digits + "%", "%" + plain + "%");
        }
    }
}
