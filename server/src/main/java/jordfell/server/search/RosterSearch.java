package jordfell.server.search;

import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import jordfell.core.roster.OutsideNumber;
import jordfell.server.jdbc.Jdbc;
import org.springframework.stereotype.Component;

/**
 * Finds extensions and people by anything that their lists show, also by what belongs to them: devices, outside numbers, kits.
 * What belongs to somebody is looked up when it is asked for, so that no record has to be filed anew when another one moves.
 */
@Component
public class RosterSearch {

    private static final String THESE = "from unnest(cast(? as bigint array)) as u(i) ";

    private final Jdbc jdbc;
    private final RosterIndex words;
    private final FleetIndex fleet;

    RosterSearch(Jdbc jdbc, RosterIndex words, FleetIndex fleet) {
        this.jdbc = jdbc;
        this.words = words;
        this.fleet = fleet;
    }

    /** Extensions of the whole house, about so many at most; empty when the fragment is too short to say. */
    public Optional<List<Long>> extensions(String fragment, int most) {
        return words.extensions(fragment, most).map(own -> {
            Set<Long> found = new LinkedHashSet<>(own);
            found.addAll(ids(
                    "select distinct l.extension_id id " + THESE
                            + "join line l on l.device_id = u.i where l.extension_id is not null",
                    fleet.labelled(fragment, most)));
            String digits = OutsideNumber.normalise(fragment);
            if (digits.length() > 1) {
                found.addAll(jdbc.list(
                        "select distinct extension_id id from did where extension_id is not null and locate(?, e164) > 0 limit ?",
                        row -> row.number("id"),
                        digits,
                        most));
            }
            return List.copyOf(found);
        });
    }

    /** People of the whole house, about so many at most; empty when the fragment is too short to say. */
    public Optional<List<Long>> people(String fragment, int most) {
        return words.people(fragment, most).map(own -> {
            Set<Long> found = new LinkedHashSet<>(own);
            found.addAll(ids(
                    "select distinct e.person_id id " + THESE
                            + "join extension e on e.id = u.i where e.person_id is not null",
                    words.numbered(fragment, most)));
            found.addAll(ids(
                    "select distinct e.person_id id " + THESE
                            + "join line l on l.device_id = u.i join extension e on e.id = l.extension_id "
                            + "where e.person_id is not null",
                    fleet.labelled(fragment, most)));
            List<Long> kits = jdbc.list(
                    "select id from kit where locate(?, lower(name)) > 0",
                    row -> row.number("id"),
                    fragment.toLowerCase(Locale.ROOT));
            found.addAll(ids("select p.id " + THESE + "join person p on p.kit_id = u.i limit " + most, kits));
            return List.copyOf(found);
        });
    }

    private List<Long> ids(String select, Collection<Long> of) {
        return of.isEmpty() ? List.of() : jdbc.listOf(select, row -> row.number("id"), of);
    }
}
