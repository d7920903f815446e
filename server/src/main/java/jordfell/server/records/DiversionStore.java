package jordfell.server.records;

import java.sql.SQLException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.calls.CallStop.When;
import jordfell.core.calls.Diversions;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Where the registrar sends calls of extensions instead. */
@Component
public class DiversionStore {

    private record Kept(long extensionId, When when, String target, Duration after) {}

    private final Jdbc jdbc;

    DiversionStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    public Diversions of(long extensionId) {
        return together(jdbc.list("select * from diversion where extension_id = ?", DiversionStore::kept, extensionId));
    }

    /** Where all calls of an extension go; empty where they ring it. */
    public Optional<String> always(long extensionId) {
        return jdbc.one(
                "select target from diversion where extension_id = ? and goes = ?",
                row -> row.text("target"),
                extensionId,
                When.ALWAYS.name());
    }

    /** Those of all extensions of a domain that have any, by extension. */
    public Map<Long, Diversions> all(long domainId) {
        Map<Long, List<Kept>> rows = new HashMap<>();
        jdbc.list(
                        "select v.* from diversion v join extension e on e.id = v.extension_id where e.domain_id = ?",
                        DiversionStore::kept,
                        domainId)
                .forEach(k -> rows.computeIfAbsent(k.extensionId(), id -> new ArrayList<>())
                        .add(k));
        Map<Long, Diversions> all = new HashMap<>();
        rows.forEach((id, kept) -> all.put(id, together(kept)));
        return all;
    }

    /** False if somebody else changed the extension since this version. */
    public boolean change(long extensionId, Diversions diversions, long version) {
        return jdbc.inTransaction(() -> {
            if (jdbc.update(
                            "update extension set version = version + 1 where id = ? and version = ?",
                            extensionId,
                            version)
                    == 0) {
                return false;
            }
            jdbc.update("delete from diversion where extension_id = ?", extensionId);
            List<@Nullable Object[]> rows = new ArrayList<>();
            targets(diversions)
                    .forEach((when, target) -> rows.add(new @Nullable Object[] {
                        extensionId, when.name(), target, diversions.after().toSeconds()
                    }));
            if (!rows.isEmpty()) {
                jdbc.batch(
                        "insert into diversion (extension_id, goes, target, after_seconds) values (?, ?, ?, ?)", rows);
            }
            return true;
        });
    }

    private static Map<When, String> targets(Diversions d) {
        Map<When, String> targets = new EnumMap<>(When.class);
        d.always().ifPresent(t -> targets.put(When.ALWAYS, t));
        d.busy().ifPresent(t -> targets.put(When.BUSY, t));
        d.unanswered().ifPresent(t -> targets.put(When.UNANSWERED, t));
        d.unreachable().ifPresent(t -> targets.put(When.UNREACHABLE, t));
        d.also().ifPresent(t -> targets.put(When.TOGETHER, t));
        return targets;
    }

    private static Diversions together(List<Kept> all) {
        return new Diversions(
                target(all, When.ALWAYS),
                target(all, When.BUSY),
                target(all, When.UNANSWERED),
                all.stream().findFirst().map(Kept::after).orElse(Diversions.USUAL),
                target(all, When.UNREACHABLE),
                target(all, When.TOGETHER));
    }

    private static Optional<String> target(List<Kept> all, When when) {
        return all.stream().filter(k -> k.when() == when).map(Kept::target).findFirst();
    }

    private static Kept kept(Row row) throws SQLException {
        return new Kept(
                row.number("extension_id"),
                When.valueOf(row.text("goes")),
                row.text("target"),
                Duration.ofSeconds(row.integer("after_seconds")));
    }
}
