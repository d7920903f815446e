package jordfell.server.roster;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import jordfell.server.answer.Cursor;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.RowMapper;
import jordfell.server.search.RosterSearch;
import org.springframework.stereotype.Component;

/** People with their extensions and devices. */
@Component
class PersonList {

    private static final int PAGE = 200;
    private static final int MOST_HITS = 1_000;

    /** Somebody in a list. */
    record PersonRow(
            long id,
            long domainId,
            String name,
            String department,
            String email,
            String mobile,
            String language,
            String zone,
            long kitId,
            String kit,
            boolean left,
            String extensions,
            String devices,
            long version) {}

    record PersonPage(List<PersonRow> rows, String next) {}

    private static final String SELECT = """
            select p.*, coalesce(k.name, '') kit,
                   coalesce((select listagg(e.number, ', ') within group (order by e.sort_number)
                             from extension e where e.person_id = p.id), '') extensions,
                   coalesce((select listagg(distinct d.label, ', ') from extension e join line l on l.extension_id = e.id
                             join device d on d.id = l.device_id where e.person_id = p.id), '') devices
            from unnest(cast(? as bigint array)) as u(i) join person p on p.id = u.i
            left join kit k on k.id = p.kit_id
            """;

    private static final RowMapper<PersonRow> ROW = row -> new PersonRow(
            row.number("id"),
            row.number("domain_id"),
            row.text("name"),
            row.text("department"),
            row.text("email"),
            row.text("mobile"),
            row.text("language"),
            row.text("zone"),
            row.numberIfAny("kit_id").orElse(0L),
            row.text("kit"),
            row.timeIfAny("left_at").isPresent(),
            row.text("extensions"),
            row.text("devices"),
            row.number("version"));

    private final Jdbc jdbc;
    private final RosterSearch search;

    PersonList(Jdbc jdbc, RosterSearch search) {
        this.jdbc = jdbc;
        this.search = search;
    }

    /**
     * A part of the list, by name.
     *
     * @param after where the part before ended; empty for the beginning
     */
    PersonPage page(long domainId, String q, String after) {
        Optional<List<String>> last = Cursor.read(after, 2);
        String name = last.map(parts -> parts.get(0)).orElse("");
        long id = last.map(parts -> Cursor.number(parts.get(1))).orElse(0L);
        Optional<List<Long>> hits = search.people(q, MOST_HITS);
        List<Long> ids = hits.map(found -> jdbc.list(
                        "select p.id from unnest(cast(? as bigint array)) as u(i) join person p on p.id = u.i "
                                + "where p.domain_id = ? and (p.name > ? or p.name = ? and p.id > ?) "
                                + "order by p.name, p.id limit ?",
                        row -> row.number("id"),
                        found.toArray(),
                        domainId,
                        name,
                        name,
                        id,
                        PAGE + 1))
                .orElseGet(() -> jdbc.list(
                        "select id from person use index (person_by_name) where domain_id = ? and (? = '' or lower_name like ?) "
                                + "and name >= ? and (name > ? or id > ?) order by domain_id, name, id limit ?",
                        row -> row.number("id"),
                        domainId,
                        q,
                        q.toLowerCase(Locale.ROOT) + "%",
                        name,
                        name,
                        id,
                        PAGE + 1));
        boolean more = ids.size() > PAGE;
        List<PersonRow> rows = rows(more ? ids.subList(0, PAGE) : ids);
        PersonRow end = rows.isEmpty() ? null : rows.get(rows.size() - 1);
        return new PersonPage(rows, more && end != null ? Cursor.behind(end.name(), end.id()) : "");
    }

    /** One of them, if there is one. */
    Optional<PersonRow> find(long id) {
        return rows(List.of(id)).stream().findFirst();
    }

    private List<PersonRow> rows(Collection<Long> ids) {
        Map<Long, PersonRow> byId = new HashMap<>();
        jdbc.list(SELECT, ROW, (Object) ids.toArray()).forEach(row -> byId.put(row.id(), row));
        return ids.stream()
                .flatMap(id -> Optional.ofNullable(byId.get(id)).stream())
                .toList();
    }
}
