package jordfell.server.release;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import jordfell.server.jdbc.Jdbc;
import org.springframework.stereotype.Component;

/** Devices whose present configuration is not on them: how many, the first of them, and all that could be released. */
@Component
class PendingDevices {

    /** How many there are, and how many of them have a configuration that can be made. */
    record Totals(int all, int ready) {}

    /** @param word why its configuration can't be made, or how it stands */
    record Entry(
            long id,
            String mac,
            String site,
            String condition,
            String word,
            boolean released,
            Optional<Instant> since) {}

    private static final String FROM = """
            from device_state t join device d on d.id = t.device_id join site s on s.id = d.site_id
            join model m on m.id = d.model_id
            where t.pending and (? = '' or locate(?, lower(d.label || ' ' || s.name || ' ' || m.maker || ' ' || m.name)) > 0
              or locate(?, coalesce(d.mac, '')) > 0)""";

    private final Jdbc jdbc;

    PendingDevices(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    /** @param q a piece of the label, MAC, site or model; empty for all */
    Totals totals(String q) {
        return jdbc.one(
                        "select count(*) n, count(case when t.releasable then 1 end) ready " + FROM,
                        row -> new Totals(row.integer("n"), row.integer("ready")),
                        sought(q))
                .orElseThrow();
    }

    List<Entry> first(String q, int most) {
        Object[] sought = sought(q);
        return jdbc.list(
                """
                select d.id, coalesce(d.mac, 'claim ' || d.claim_code, '') mac, s.name site, t.condition, t.word,
                  t.pending_since, exists (select 1 from device_release i where i.device_id = d.id) released
                """ + FROM + " order by s.name, d.label, d.id limit ?",
                row -> new Entry(
                        row.number("id"),
                        row.text("mac"),
                        row.text("site"),
                        row.text("condition"),
                        row.text("word"),
                        row.yes("released"),
                        row.timeIfAny("pending_since")),
                sought[0],
                sought[1],
                sought[2],
                most);
    }

    /** All that could be released, neighbours alike: by site and label. */
    List<Long> ready(String q, Collection<Long> except) {
        Set<Long> left = Set.copyOf(except);
        return jdbc
                .list(
                        "select d.id " + FROM + " and t.releasable order by s.name, d.label, d.id",
                        row -> row.number("id"),
                        sought(q))
                .stream()
                .filter(id -> !left.contains(id))
                .toList();
    }

    private static Object[] sought(String q) {
        String words = q.strip().toLowerCase(Locale.ROOT);
        String mac = words.replaceAll("[:.\\s-]", "");
        return new Object[] {words, words, mac.matches("[0-9a-f]+") ? mac : "no MAC"};
    }
}
