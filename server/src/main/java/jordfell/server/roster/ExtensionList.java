package jordfell.server.roster;

import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.evidence.RegistrationState;
import jordfell.core.history.ExtensionStatus;
import jordfell.server.answer.Cursor;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.RowMapper;
import jordfell.server.search.RosterSearch;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Extensions as the screens show them: whose they are, where they ring, and whether calls reach them. */
@Component
class ExtensionList {

    private static final int PAGE = 200;
    private static final int MOST_HITS = 1_000;

    /** An extension with whose it is and where it rings. */
    record ExtensionRow(
            long id,
            long domainId,
            String number,
            String displayName,
            long personId,
            String person,
            String department,
            String authUser,
            int contactLimit,
            boolean outside,
            String permissionClass,
            String outgoing,
            String pickUpGroup,
            boolean hasPin,
            long version,
            String devices,
            long deviceCount,
            long firstDeviceId,
            String numbers,
            @Nullable RegistrationState state,
            List<HolderView> holders) {

        private ExtensionRow with(ExtensionStatus status) {
            return new ExtensionRow(
                    id,
                    domainId,
                    number,
                    displayName,
                    personId,
                    person,
                    department,
                    authUser,
                    contactLimit,
                    outside,
                    permissionClass,
                    outgoing,
                    pickUpGroup,
                    hasPin,
                    version,
                    devices,
                    deviceCount,
                    firstDeviceId,
                    numbers,
                    status.state().orElse(null),
                    status.holders().stream().map(HolderView::of).toList());
        }
    }

    /**
     * Who has it.
     *
     * @param deviceId 0 for an agent that belongs to no device
     */
    record HolderView(
            RegistrationState state,
            String name,
            long deviceId,
            boolean byHand,
            String peer,
            String node,
            @Nullable Instant since,
            String why) {
        static HolderView of(ExtensionStatus.Holder h) {
            return new HolderView(
                    h.state(),
                    h.name(),
                    h.deviceId(),
                    h.byHand(),
                    h.peer(),
                    h.node(),
                    h.since().orElse(null),
                    h.why());
        }
    }

    /** What is listed of a domain's extensions. */
    record Wanted(long domainId, String q, boolean places, Optional<Stands> stands) {}

    /** A filter by whether calls reach it. */
    enum Stands {
        REGISTERED("(" + ExtensionHolders.ANY_REGISTERED + ")"),
        REFUSED("(not (" + ExtensionHolders.ANY_REGISTERED + ") and (" + ExtensionHolders.ANY_REFUSED + "))"),
        NOT_REGISTERED("(exists (select 1 from line l where l.extension_id = e.id) and not ("
                + ExtensionHolders.ANY_REGISTERED + "))"),
        NOBODY("(not exists (select 1 from line l where l.extension_id = e.id) and not ("
                + ExtensionHolders.ANY_REGISTERED + "))");

        private final String sql;

        Stands(String sql) {
            this.sql = sql;
        }
    }

    /**
     * Part of a list.
     *
     * @param next where the next part begins; empty for no more
     */
    record ExtensionPage(List<ExtensionRow> rows, String next) {}

    private static final String SELECT = """
            select e.*, e.pin is not null has_pin, coalesce(p.name, '') person, coalesce(p.department, '') department,
                   coalesce((select listagg(d.label || case when l.position > 1 then ' (line ' || l.position || ')'
                                                            else '' end, ', ') within group (order by d.label)
                             from line l join device d on d.id = l.device_id where l.extension_id = e.id), '') devices,
                   (select count(*) from line l where l.extension_id = e.id) device_count,
                   coalesce((select min(l.device_id) from line l where l.extension_id = e.id), 0) first_device,
                   coalesce((select listagg(n.e164, ', ') from did n where n.extension_id = e.id), '') numbers
            from unnest(cast(? as bigint array)) as u(i) join extension e on e.id = u.i
            left join person p on p.id = e.person_id
            """;

    private static final RowMapper<ExtensionRow> ROW = row -> new ExtensionRow(
            row.number("id"),
            row.number("domain_id"),
            row.text("number"),
            row.text("display_name"),
            row.numberIfAny("person_id").orElse(0L),
            row.text("person"),
            row.text("department"),
            row.text("auth_user"),
            row.integer("contact_limit"),
            row.yes("outside"),
            row.text("permission_class"),
            row.text("outgoing"),
            row.text("pick_up_group"),
            row.yes("has_pin"),
            row.number("version"),
            row.text("devices"),
            row.number("device_count"),
            row.number("first_device"),
            row.text("numbers"),
            null,
            List.of());

    private final Jdbc jdbc;
    private final RosterSearch search;
    private final ExtensionHolders holders;
    private final InstantSource clock;

    ExtensionList(Jdbc jdbc, RosterSearch search, ExtensionHolders holders, InstantSource clock) {
        this.jdbc = jdbc;
        this.search = search;
        this.holders = holders;
        this.clock = clock;
    }

    /**
     * A part of the list, by number.
     *
     * @param after where the part before ended; empty for the beginning
     */
    ExtensionPage page(Wanted wanted, String after) {
        Optional<List<String>> last = Cursor.read(after, 2);
        long sort = last.map(parts -> Cursor.number(parts.get(0))).orElse(-1L);
        String number = last.map(parts -> parts.get(1)).orElse("");
        List<Object> values = new ArrayList<>();
        StringBuilder sql = new StringBuilder("select e.id from ");
        Optional<List<Long>> hits = search.extensions(wanted.q(), MOST_HITS);
        if (hits.isPresent()) {
            sql.append("unnest(cast(? as bigint array)) as u(i) join extension e on e.id = u.i where e.domain_id = ?");
            values.add(hits.get().toArray());
            values.add(wanted.domainId());
        } else {
            sql.append(
                    "extension e use index (extension_sorted) where e.domain_id = ? and (? = '' or e.number like ?)");
            values.addAll(List.of(wanted.domainId(), wanted.q(), wanted.q() + "%"));
        }
        sql.append(wanted.places() ? " and e.person_id is null" : "");
        wanted.stands().ifPresent(stands -> {
            sql.append(" and ").append(stands.sql);
            long times = stands.sql.chars().filter(c -> c == '?').count();
            values.addAll(Collections.nCopies((int) times, clock.instant()));
        });
        sql.append(" and e.sort_number >= ? and (e.sort_number > ? or e.number > ?)")
                .append(" order by e.domain_id, e.sort_number, e.number limit ?");
        values.addAll(List.of(sort, sort, number, PAGE + 1));
        List<ExtensionRow> rows = of(jdbc.list(sql.toString(), row -> row.number("id"), values.toArray()));
        boolean more = rows.size() > PAGE;
        String end = more ? rows.get(PAGE - 1).number() : "";
        return new ExtensionPage(
                more ? rows.subList(0, PAGE) : rows, more ? Cursor.behind(Integer.parseInt(end), end) : "");
    }

    /** One of them, if there is one. */
    Optional<ExtensionRow> find(long id) {
        return of(List.of(id)).stream().findFirst();
    }

    private List<ExtensionRow> of(Collection<Long> ids) {
        Map<Long, ExtensionStatus> statuses = holders.of(ids);
        Map<Long, ExtensionRow> byId = new HashMap<>();
        jdbc.list(SELECT, ROW, (Object) ids.toArray())
                .forEach(row -> byId.put(
                        row.id(),
                        Optional.ofNullable(statuses.get(row.id()))
                                .map(row::with)
                                .orElse(row)));
        List<ExtensionRow> rows = new ArrayList<>();
        ids.forEach(id -> Optional.ofNullable(byId.get(id)).ifPresent(rows::add));
        return rows;
    }
}
