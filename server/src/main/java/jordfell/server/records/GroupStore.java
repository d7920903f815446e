package jordfell.server.records;

import java.sql.SQLException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.calls.Callee;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Groups of extensions that ring together, or in turn. */
@Component
public class GroupStore {

    /** A group with whose it is. */
    public record RingGroup(long id, long domainId, Callee.Group group, long version) {}

    private record Bare(
            long id,
            long domainId,
            String number,
            String name,
            boolean together,
            Duration each,
            String afterwards,
            long version) {}

    private record Member(long groupId, String number) {}

    private final Jdbc jdbc;

    GroupStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    /** The groups of a domain, by number. */
    public List<RingGroup> all(long domainId) {
        return groups(
                jdbc.list("select * from ring_group where domain_id = ? order by number", GroupStore::bare, domainId),
                jdbc.list(
                        "select m.* from ring_group_member m join ring_group g on g.id = m.group_id"
                                + " where g.domain_id = ? order by m.group_id, m.position",
                        GroupStore::member,
                        domainId));
    }

    public Optional<RingGroup> find(long id) {
        return groups(
                        jdbc.list("select * from ring_group where id = ?", GroupStore::bare, id),
                        jdbc.list(
                                "select * from ring_group_member where group_id = ? order by position",
                                GroupStore::member,
                                id))
                .stream()
                .findFirst();
    }

    public Optional<Callee.Group> byNumber(long domainId, String number) {
        return jdbc.one(
                        "select id from ring_group where domain_id = ? and number = ?",
                        row -> row.number("id"),
                        domainId,
                        number)
                .flatMap(this::find)
                .map(RingGroup::group);
    }

    public long add(long domainId, Callee.Group group) {
        return jdbc.inTransaction(() -> {
            long id = jdbc.insert(
                    "insert into ring_group (domain_id, number, name, together, each_seconds, afterwards)"
                            + " values (?, ?, ?, ?, ?, ?)",
                    domainId,
                    group.number(),
                    group.name(),
                    group.together(),
                    group.each().toSeconds(),
                    group.afterwards().orElse(""));
            putMembers(id, group.members());
            return id;
        });
    }

    /** False if somebody else changed it since this version. */
    public boolean change(long id, Callee.Group group, long version) {
        return jdbc.inTransaction(() -> {
            if (jdbc.update(
                            """
                            update ring_group set number = ?, name = ?, together = ?, each_seconds = ?, afterwards = ?,
                                   version = version + 1
                            where id = ? and version = ?""",
                            group.number(),
                            group.name(),
                            group.together(),
                            group.each().toSeconds(),
                            group.afterwards().orElse(""),
                            id,
                            version)
                    == 0) {
                return false;
            }
            jdbc.update("delete from ring_group_member where group_id = ?", id);
            putMembers(id, group.members());
            return true;
        });
    }

    public void remove(long id) {
        jdbc.update("delete from ring_group where id = ?", id);
    }

    private void putMembers(long id, List<String> members) {
        List<@Nullable Object[]> rows = new ArrayList<>();
        for (int i = 0; i < members.size(); i++) {
            rows.add(new @Nullable Object[] {id, i, members.get(i)});
        }
        jdbc.batch("insert into ring_group_member (group_id, position, number) values (?, ?, ?)", rows);
    }

    private static List<RingGroup> groups(List<Bare> bare, List<Member> members) {
        Map<Long, List<String>> byGroup = new HashMap<>();
        members.forEach(m ->
                byGroup.computeIfAbsent(m.groupId(), id -> new ArrayList<>()).add(m.number()));
        return bare.stream()
                .map(b -> new RingGroup(
                        b.id(),
                        b.domainId(),
                        new Callee.Group(
                                b.number(),
                                b.name(),
                                b.together(),
                                b.each(),
                                byGroup.getOrDefault(b.id(), List.of()),
                                Optional.of(b.afterwards()).filter(a -> !a.isEmpty())),
                        b.version()))
                .toList();
    }

    private static Bare bare(Row row) throws SQLException {
        return new Bare(
                row.number("id"),
                row.number("domain_id"),
                row.text("number"),
                row.text("name"),
                row.yes("together"),
                Duration.ofSeconds(row.integer("each_seconds")),
                row.text("afterwards"),
                row.number("version"));
    }

    private static Member member(Row row) throws SQLException {
        return new Member(row.number("group_id"), row.text("number"));
    }
}
