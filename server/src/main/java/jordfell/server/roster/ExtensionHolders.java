package jordfell.server.roster;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.evidence.RegistrationState;
import jordfell.core.evidence.StrayOutcome;
import jordfell.core.history.ExtensionStatus;
import jordfell.core.history.ExtensionStatus.Holder;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import org.springframework.stereotype.Component;

/** Who registers an extension, or tries to: devices on record, and agents that belong to none. */
@Component
class ExtensionHolders {

    /** An agent that tried in vain and has not come back for so long says nothing about the extension any more. */
    private static final Duration TRYING = Duration.ofHours(1);

    /** Whether calls reach the extension {@code e} somewhere. Its one parameter is the present time. */
    static final String ANY_REGISTERED = """
            exists (select 1 from line_state s
                    where s.domain_id = e.domain_id and s.number = e.number and s.state = 'REGISTERED')
            or exists (select 1 from stray s join domain d on d.name = s.domain
                       where d.id = e.domain_id and s.number = e.number and s.state = 'REGISTERED' and s.until_at > ?
                         and s.device_id is null and not s.refused)""";

    /** Whether a device that has the extension {@code e} on record is refused. */
    static final String ANY_REFUSED = """
            exists (select 1 from line_state s
                    where s.domain_id = e.domain_id and s.number = e.number and s.state = 'REFUSED')""";

    private final Jdbc jdbc;
    private final InstantSource clock;

    ExtensionHolders(Jdbc jdbc, InstantSource clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    private record Held(long extension, Holder holder) {}

    /** The status of each of these extensions that anybody has. */
    Map<Long, ExtensionStatus> of(Collection<Long> extensionIds) {
        Map<Long, List<Holder>> byExtension = new HashMap<>();
        List<Held> all = new ArrayList<>(jdbc.listOf("""
                select e.id extension, s.state, d.label name, d.id device, s.by_hand, s.peer, s.node, s.since, s.why
                from unnest(cast(? as bigint array)) as u(i) join extension e on e.id = u.i
                join line_state s on s.domain_id = e.domain_id and s.number = e.number
                join device d on d.id = s.device_id""", ExtensionHolders::line, extensionIds));
        Instant now = clock.instant();
        all.addAll(jdbc.list("""
                select e.id extension, s.* from unnest(cast(? as bigint array)) as u(i)
                join extension e on e.id = u.i join domain d on d.id = e.domain_id
                join stray s on s.domain = d.name and s.number = e.number
                where s.device_id is null and not s.refused and (s.last_at >= ? or s.until_at > ?)""", row -> stray(row, now), extensionIds.toArray(), now.minus(TRYING), now));
        all.forEach(h -> byExtension
                .computeIfAbsent(h.extension(), e -> new ArrayList<>())
                .add(h.holder()));
        Map<Long, ExtensionStatus> statuses = new HashMap<>();
        byExtension.forEach((id, holders) -> statuses.put(id, ExtensionStatus.of(holders)));
        return statuses;
    }

    private static Held line(Row row) throws java.sql.SQLException {
        return new Held(
                row.number("extension"),
                new Holder(
                        RegistrationState.valueOf(row.text("state")),
                        row.text("name"),
                        row.number("device"),
                        row.yes("by_hand"),
                        row.text("peer"),
                        row.text("node"),
                        row.timeIfAny("since"),
                        row.text("why")));
    }

    private static Held stray(Row row, Instant now) throws java.sql.SQLException {
        StrayOutcome outcome = new StrayOutcome(
                        RegistrationState.valueOf(row.text("state")),
                        row.text("outcome"),
                        row.text("node"),
                        row.timeIfAny("until_at"))
                .at(now);
        return new Held(
                row.number("extension"),
                new Holder(
                        outcome.state(),
                        row.text("agent"),
                        0,
                        false,
                        row.text("peer"),
                        outcome.node(),
                        Optional.of(row.time("first_at")),
                        outcome.state() == RegistrationState.REFUSED ? outcome.words() : ""));
    }
}
