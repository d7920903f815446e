package jordfell.server.roster;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import jordfell.core.roster.OutsideNumber;
import jordfell.server.answer.Cursor;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.RowMapper;
import org.springframework.stereotype.Component;

/** Outside numbers of a domain and what they ring. */
@Component
class OutsideNumberList {

    private static final int PAGE = 200;

    record NumberRow(
            long id,
            String e164,
            String shown,
            String extension,
            String rings,
            String announcement,
            String prefix,
            String note,
            String hours,
            String zone,
            String closedExtension,
            String closedRings,
            String closedAnnouncement,
            long version) {}

    record NumberPage(List<NumberRow> rows, String next) {}

    private static final String SELECT = """
            select n.*, coalesce(e.number, g.number, '') extension, coalesce(e.display_name, g.name, '') rings,
                   coalesce(ce.number, cg.number, '') closed_number, coalesce(ce.display_name, cg.name, '') closed_rings
            from did n left join extension e on e.id = n.extension_id left join ring_group g on g.id = n.group_id
            left join extension ce on ce.id = n.closed_extension_id left join ring_group cg on cg.id = n.closed_group_id
            """;

    private static final RowMapper<NumberRow> ROW = row -> new NumberRow(
            row.number("id"),
            row.text("e164"),
            OutsideNumber.show(row.text("e164")),
            row.text("extension"),
            row.text("rings"),
            row.text("announcement"),
            row.text("prefix"),
            row.text("note"),
            row.text("hours"),
            row.text("zone"),
            row.text("closed_number"),
            row.text("closed_rings"),
            row.text("closed_announcement"),
            row.number("version"));

    private final Jdbc jdbc;

    OutsideNumberList(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    Optional<NumberRow> find(long id) {
        return jdbc.one(SELECT + "where n.id = ?", ROW, id);
    }

    /** Those in which the text is, by number, at most so many. */
    List<NumberRow> all(long domainId, String q, int most) {
        return rows(domainId, q, "", most);
    }

    /**
     * A part of those in which the text is, by number.
     *
     * @param after where the part before ended; empty for the beginning
     */
    NumberPage page(long domainId, String q, String after) {
        String last = Cursor.read(after, 1).map(parts -> parts.get(0)).orElse("");
        List<NumberRow> rows = rows(domainId, q, last, PAGE + 1);
        boolean more = rows.size() > PAGE;
        return new NumberPage(
                more ? rows.subList(0, PAGE) : rows,
                more ? Cursor.behind(rows.get(PAGE - 1).e164()) : "");
    }

    private List<NumberRow> rows(long domainId, String q, String last, int most) {
        String text = within(q.toLowerCase(Locale.ROOT));
        // What has no digits in it is in no number, rather than in all of them.
        String bare = OutsideNumber.normalise(q);
        String digits = bare.isEmpty() && !q.isEmpty() ? text : within(bare);
        return jdbc.list(
                SELECT + """
                where n.domain_id = ? and n.e164 > ? and (n.e164 like ? or lower(n.note) like ? or coalesce(e.number, g.number) like ?
                      or lower(coalesce(e.display_name, g.name)) like ? or lower(n.prefix) like ? or lower(n.announcement) like ?
                      or coalesce(ce.number, cg.number) like ? or lower(coalesce(ce.display_name, cg.name)) like ?
                      or lower(n.closed_announcement) like ? or lower(n.hours) like ?)
                order by n.e164 limit ?""", ROW, domainId, last, digits, text, text, text, text, text, text, text, text, text, most);
    }

    /** As it stands, wherever it stands. */
    private static String within(String text) {
        return "%" + text.replaceAll("([\\\\%_])", "\\\\$1") + "%";
    }
}
