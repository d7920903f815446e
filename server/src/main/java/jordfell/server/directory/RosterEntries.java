package jordfell.server.directory;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import jordfell.core.phonebook.RosterRule.Entry;
import jordfell.server.jdbc.Jdbc;
import org.springframework.stereotype.Component;

/** Everybody of a domain’s roster who may stand in a phonebook: extensions with whose they are, and groups. */
@Component
class RosterEntries {

    private static final String EXTENSIONS = """
            select e.id, e.number, e.person_id, coalesce(p.name, e.display_name) name, coalesce(p.department, '') department,
                   coalesce(p.mobile, '') mobile
            from extension e left join person p on p.id = e.person_id
            where e.domain_id = ? and p.left_at is null order by e.sort_number""";

    private record Ringing(long id, String e164) {}

    private final Jdbc jdbc;

    RosterEntries(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    List<Entry> of(long domainId) {
        Map<Long, List<String>> ofExtensions = outside("extension_id", domainId);
        Map<Long, List<String>> ofGroups = outside("group_id", domainId);
        List<Entry> entries = new ArrayList<>(jdbc.list(
                EXTENSIONS,
                row -> new Entry(
                        row.text("name"),
                        row.numberIfAny("person_id").orElse(0L),
                        row.text("department"),
                        row.text("number"),
                        ofExtensions.getOrDefault(row.number("id"), List.of()),
                        row.text("mobile")),
                domainId));
        entries.addAll(jdbc.list(
                "select id, number, name from ring_group where domain_id = ? order by number",
                row -> new Entry(
                        row.text("name"),
                        0,
                        "",
                        row.text("number"),
                        ofGroups.getOrDefault(row.number("id"), List.of()),
                        ""),
                domainId));
        return entries;
    }

    /** All numbers that ring somebody or something in a domain. */
    Set<String> numbers(long domainId) {
        return new HashSet<>(jdbc.list(
                "select number from extension where domain_id = ? union all select number from ring_group where domain_id = ?",
                row -> row.text("number"),
                domainId,
                domainId));
    }

    private Map<Long, List<String>> outside(String whose, long domainId) {
        Map<Long, List<String>> numbers = new HashMap<>();
        jdbc.list(
                        "select " + whose + " id, e164 from did where domain_id = ? and " + whose
                                + " is not null order by e164",
                        row -> new Ringing(row.number("id"), row.text("e164")),
                        domainId)
                .forEach(ringing -> numbers.computeIfAbsent(ringing.id(), id -> new ArrayList<>())
                        .add(ringing.e164()));
        return numbers;
    }
}
