package jordfell.server.calls;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import jordfell.core.calls.Ringer;
import jordfell.core.calls.Ringer.State;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import org.springframework.stereotype.Component;

/** Who would ring as an extension now: the devices that have it, and whoever else registers it. */
@Component
class RingerList {

    private static final String ON_RECORD = """
            select d.id, d.label, s.state, s.node, s.peer, s.why from line l
            join extension e on e.id = l.extension_id join device d on d.id = l.device_id
            left join line_state s on s.device_id = d.id and s.number = e.number
            where e.id = ? and d.standing = 'IN_USE' order by d.id""";
    private static final String BY_HAND = """
            select d.id, d.label || ', by hand' label, s.state, s.node, s.peer, s.why from line_state s
            join device d on d.id = s.device_id
            where s.domain_id = ? and s.number = ? and s.by_hand and s.state = 'REGISTERED' order by d.id""";
    private static final String STRAYS = """
            select 0 id, 'A phone that is no device' label, s.state, s.node, s.peer, '' why from stray s
            join domain o on o.name = s.domain
            where o.id = ? and s.number = ? and s.state = 'REGISTERED' and s.device_id is null""";

    private static final String ALL = """
            select e.number called, d.id, d.label, s.state, s.node, s.peer, s.why from line l
            join extension e on e.id = l.extension_id join device d on d.id = l.device_id
            left join line_state s on s.device_id = d.id and s.number = e.number
            where e.domain_id = ? and d.standing = 'IN_USE'
            union all
            select s.number called, d.id, d.label || ', by hand' label, s.state, s.node, s.peer, s.why from line_state s
            join device d on d.id = s.device_id
            where s.domain_id = ? and s.by_hand and s.state = 'REGISTERED'
            union all
            select s.number called, 0 id, 'A phone that is no device' label, s.state, s.node, s.peer, '' why from stray s
            join domain o on o.name = s.domain
            where o.id = ? and s.state = 'REGISTERED' and s.device_id is null""";

    private record Called(String number, Ringer ringer) {}

    private final Jdbc jdbc;

    RingerList(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    List<Ringer> of(long domainId, long extensionId, String number) {
        return Stream.of(
                        jdbc.list(ON_RECORD, RingerList::ringer, extensionId),
                        jdbc.list(BY_HAND, RingerList::ringer, domainId, number),
                        jdbc.list(STRAYS, RingerList::ringer, domainId, number))
                .flatMap(List::stream)
                .toList();
    }

    /** All of a domain, by number. */
    Map<String, List<Ringer>> all(long domainId) {
        Map<String, List<Ringer>> byNumber = new HashMap<>();
        jdbc.list(ALL, row -> new Called(row.text("called"), ringer(row)), domainId, domainId, domainId)
                .forEach(called -> byNumber.computeIfAbsent(called.number(), n -> new ArrayList<>())
                        .add(called.ringer()));
        return byNumber;
    }

    private static Ringer ringer(Row row) throws java.sql.SQLException {
        boolean registered = row.textIfAny("state").filter("REGISTERED"::equals).isPresent();
        String node = row.textIfAny("node").orElse("");
        String detail = registered
                ? "registered" + (node.isEmpty() ? "" : " at " + node) + ", "
                        + row.textIfAny("peer").orElse("")
                : Optional.of(row.textIfAny("why").orElse(""))
                        .filter(w -> !w.isEmpty())
                        .map(w -> "not registered: " + w)
                        .orElse("not registered");
        return new Ringer(row.number("id"), row.text("label"), registered ? State.RINGS : State.NOT_REGISTERED, detail);
    }
}
