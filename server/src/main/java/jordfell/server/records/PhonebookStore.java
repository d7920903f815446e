package jordfell.server.records;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import jordfell.core.phonebook.Phonebook;
import jordfell.core.phonebook.Phonebook.Elsewhere;
import jordfell.core.phonebook.Phonebook.Including;
import jordfell.core.phonebook.Phonebook.OfRoster;
import jordfell.core.phonebook.Phonebook.Source;
import jordfell.core.phonebook.RosterRule;
import jordfell.core.settings.LayerKind;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import jordfell.server.jdbc.RowMapper;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Phonebooks, and what they are made of. */
@Component
public class PhonebookStore {

    private static final String ROSTER = "ROSTER";
    private static final String INCLUDING = "PHONEBOOK";
    private static final String ELSEWHERE = "ADDRESS";
    private static final String BETWEEN = "\n";

    private static final String GIVING =
            "select distinct layer, owner from setting_value where setting in ('phonebook.first', 'phonebook.second',"
                    + " 'phonebook.third')";

    private static final RowMapper<Giver> GIVER =
            row -> new Giver(LayerKind.valueOf(row.text("layer")), row.text("owner"));

    /** A phonebook with its version. */
    public record Kept(Phonebook phonebook, long version) {}

    private record Named(long id, Optional<Long> domainId, String name, long version) {}

    private record Placed<T>(long phonebookId, T value) {}

    private final Jdbc jdbc;

    PhonebookStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    /** All of them by their ids, in the order of their names. */
    public Map<Long, Kept> all() {
        Map<Long, List<Source>> sources = new LinkedHashMap<>();
        jdbc.list(
                        "select * from phonebook_source order by phonebook_id, position",
                        row -> new Placed<>(row.number("phonebook_id"), source(row)))
                .forEach(s -> sources.computeIfAbsent(s.phonebookId(), p -> new ArrayList<>())
                        .add(s.value()));
        Map<Long, Map<String, String>> decided = new LinkedHashMap<>();
        jdbc.list(
                        "select * from phonebook_decision",
                        row -> new Placed<>(
                                row.number("phonebook_id"), Map.entry(row.text("number"), row.text("keeper"))))
                .forEach(d -> decided.computeIfAbsent(d.phonebookId(), p -> new LinkedHashMap<>())
                        .put(d.value().getKey(), d.value().getValue()));
        Map<Long, Kept> all = new LinkedHashMap<>();
        jdbc.list(
                        "select * from phonebook order by lower(name)",
                        row -> new Named(
                                row.number("id"),
                                row.numberIfAny("domain_id"),
                                row.text("name"),
                                row.number("version")))
                .forEach(n -> all.put(
                        n.id(),
                        new Kept(
                                new Phonebook(
                                        n.id(),
                                        n.domainId(),
                                        n.name(),
                                        sources.getOrDefault(n.id(), List.of()),
                                        decided.getOrDefault(n.id(), Map.of())),
                                n.version())));
        return all;
    }

    /** Without versions. */
    public Map<Long, Phonebook> phonebooks() {
        return all().values().stream()
                .map(Kept::phonebook)
                .collect(Collectors.toMap(Phonebook::id, p -> p, (one, other) -> one, LinkedHashMap::new));
    }

    /** Adds one, and gives its id. */
    public long add(Phonebook phonebook) {
        long id = jdbc.insert(
                "insert into phonebook (domain_id, name) values (?, ?)",
                phonebook.domainId().orElse(null),
                phonebook.name());
        put(id, phonebook);
        return id;
    }

    /** False if somebody else changed it since this version. */
    public boolean change(Phonebook phonebook, long version) {
        boolean changed = jdbc.update(
                        "update phonebook set domain_id = ?, name = ?, version = version + 1 where id = ? and version = ?",
                        phonebook.domainId().orElse(null),
                        phonebook.name(),
                        phonebook.id(),
                        version)
                == 1;
        if (changed) {
            jdbc.update("delete from phonebook_source where phonebook_id = ?", phonebook.id());
            jdbc.update("delete from phonebook_decision where phonebook_id = ?", phonebook.id());
            put(phonebook.id(), phonebook);
        }
        return changed;
    }

    public void remove(long id) {
        jdbc.update("delete from phonebook where id = ?", id);
    }

    /** A layer that gives phonebooks to phones. */
    public record Giver(LayerKind layer, String owner) {}

    /** The layers that give this phonebook in one of their slots. */
    public List<Giver> giving(String name) {
        return jdbc.list(GIVING + " and val = ?", GIVER, name);
    }

    /** The layers that give any. */
    public List<Giver> giving() {
        return jdbc.list(GIVING, GIVER);
    }

    private void put(long id, Phonebook phonebook) {
        List<@Nullable Object[]> rows = new ArrayList<>();
        for (Source source : phonebook.sources()) {
            rows.add(row(id, rows.size(), source));
        }
        jdbc.batch(
                "insert into phonebook_source (phonebook_id, position, kind, departments, also, included_id, address,"
                        + " every_minutes) values (?, ?, ?, ?, ?, ?, ?, ?)",
                rows);
        jdbc.batch(
                "insert into phonebook_decision (phonebook_id, number, keeper) values (?, ?, ?)",
                phonebook.decided().entrySet().stream()
                        .map(d -> new @Nullable Object[] {id, d.getKey(), d.getValue()})
                        .toList());
    }

    private static @Nullable Object[] row(long id, int position, Source source) {
        if (source instanceof OfRoster roster) {
            return new @Nullable Object[] {
                id,
                position,
                ROSTER,
                roster.rule().departments().stream().sorted().collect(Collectors.joining(BETWEEN)),
                roster.rule().also().stream().map(Enum::name).sorted().collect(Collectors.joining(",")),
                null,
                "",
                0
            };
        } else if (source instanceof Including including) {
            return new @Nullable Object[] {id, position, INCLUDING, "", "", including.phonebookId(), "", 0};
        }
        Elsewhere elsewhere = (Elsewhere) source;
        return new @Nullable Object[] {
            id, position, ELSEWHERE, "", "", null, elsewhere.address(), elsewhere.everyMinutes()
        };
    }

    private static Source source(Row row) throws java.sql.SQLException {
        return switch (row.text("kind")) {
            case ROSTER ->
                new OfRoster(new RosterRule(
                        words(row.text("departments"), BETWEEN),
                        words(row.text("also"), ",").stream()
                                .map(RosterRule.Also::valueOf)
                                .collect(Collectors.toSet())));
            case INCLUDING -> new Including(row.number("included_id"));
            default -> new Elsewhere(row.text("address"), row.integer("every_minutes"));
        };
    }

    private static Set<String> words(String joined, String between) {
        return joined.isEmpty() ? Set.of() : Set.copyOf(Arrays.asList(joined.split(between)));
    }
}
