package jordfell.server.records;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.dialing.DialList;
import jordfell.core.dialing.DialList.Entry;
import jordfell.core.dialing.DialList.Included;
import jordfell.core.dialing.DialList.Rule;
import jordfell.core.dialing.DialListWish.Goes;
import jordfell.core.dialing.DialTarget;
import jordfell.core.dialing.DialTarget.Change;
import jordfell.core.dialing.DigitPattern;
import jordfell.core.dialing.Permission;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Dial lists and permissions. */
@Component
public class DialStore {

    private static final String INSERT_ROW =
            "insert into dial_row (list_id, position, goes, pattern, dropped, called_before, text, included_id, note)"
                    + " values (?, ?, ?, ?, ?, ?, ?, ?, ?)";

    /** A list or a permission with whose it is. */
    public record Kept<T>(long domainId, T value, long version) {}

    private record Placed<T>(long id, T value) {}

    private record Named(long id, long domainId, String name, long version) {}

    private final Jdbc jdbc;

    DialStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    /** The lists of a domain, by name. */
    public List<Kept<DialList>> lists(long domainId) {
        return lists(
                jdbc.list(
                        "select * from dial_list where domain_id = ? order by lower(name)", DialStore::named, domainId),
                jdbc.list(
                        "select r.* from dial_row r join dial_list l on l.id = r.list_id where l.domain_id = ?"
                                + " order by r.list_id, r.position",
                        row -> new Placed<>(row.number("list_id"), entry(row)),
                        domainId));
    }

    public Optional<Kept<DialList>> list(long id) {
        return lists(
                        jdbc.list("select * from dial_list where id = ?", DialStore::named, id),
                        jdbc.list(
                                "select * from dial_row where list_id = ? order by position",
                                row -> new Placed<>(row.number("list_id"), entry(row)),
                                id))
                .stream()
                .findFirst();
    }

    private static List<Kept<DialList>> lists(List<Named> named, List<Placed<Entry>> rows) {
        Map<Long, List<Entry>> byList = new LinkedHashMap<>();
        rows.forEach(
                row -> byList.computeIfAbsent(row.id(), l -> new ArrayList<>()).add(row.value()));
        return named.stream()
                .map(n -> new Kept<>(
                        n.domainId(),
                        new DialList(n.id(), n.name(), byList.getOrDefault(n.id(), List.of())),
                        n.version()))
                .toList();
    }

    /** The permissions of a domain, by name. */
    public List<Kept<Permission>> permissions(long domainId) {
        Map<Long, List<Long>> lists = new LinkedHashMap<>();
        jdbc.list(
                        "select p.* from permission_list p join permission o on o.id = p.permission_id"
                                + " where o.domain_id = ? order by p.permission_id, p.position",
                        row -> new Placed<>(row.number("permission_id"), row.number("list_id")),
                        domainId)
                .forEach(p ->
                        lists.computeIfAbsent(p.id(), l -> new ArrayList<>()).add(p.value()));
        return jdbc
                .list("select * from permission where domain_id = ? order by lower(name)", DialStore::named, domainId)
                .stream()
                .map(n -> new Kept<>(
                        n.domainId(),
                        new Permission(n.id(), n.name(), lists.getOrDefault(n.id(), List.of())),
                        n.version()))
                .toList();
    }

    public Optional<Kept<Permission>> permission(long id) {
        return jdbc.one("select domain_id from permission where id = ?", row -> row.number("domain_id"), id)
                .flatMap(domain -> permissions(domain).stream()
                        .filter(p -> p.value().id() == id)
                        .findFirst());
    }

    public long add(long domainId, DialList list) {
        return jdbc.inTransaction(() -> {
            long id = jdbc.insert("insert into dial_list (domain_id, name) values (?, ?)", domainId, list.name());
            putRows(id, list.entries());
            return id;
        });
    }

    /** False if somebody else changed it since this version. */
    public boolean change(DialList list, long version) {
        return jdbc.inTransaction(() -> {
            if (jdbc.update(
                            "update dial_list set name = ?, version = version + 1 where id = ? and version = ?",
                            list.name(),
                            list.id(),
                            version)
                    == 0) {
                return false;
            }
            jdbc.update("delete from dial_row where list_id = ?", list.id());
            putRows(list.id(), list.entries());
            return true;
        });
    }

    public void removeList(long id) {
        jdbc.update("delete from dial_list where id = ?", id);
    }

    public long add(long domainId, Permission permission) {
        return jdbc.inTransaction(() -> {
            long id =
                    jdbc.insert("insert into permission (domain_id, name) values (?, ?)", domainId, permission.name());
            putLists(id, permission.lists());
            return id;
        });
    }

    /** False if somebody else changed it since this version. */
    public boolean change(Permission permission, long version) {
        return jdbc.inTransaction(() -> {
            if (jdbc.update(
                            "update permission set name = ?, version = version + 1 where id = ? and version = ?",
                            permission.name(),
                            permission.id(),
                            version)
                    == 0) {
                return false;
            }
            jdbc.update("delete from permission_list where permission_id = ?", permission.id());
            putLists(permission.id(), permission.lists());
            return true;
        });
    }

    public void removePermission(long id) {
        jdbc.update("delete from permission where id = ?", id);
    }

    /** Whether a domain has a permission of this name, however it is written. */
    public boolean isPermission(long domainId, String name) {
        return jdbc.one(
                        "select 1 n from permission where domain_id = ? and lower(name) = lower(?)",
                        row -> row.integer("n"),
                        domainId,
                        name)
                .isPresent();
    }

    /** The extensions that have a permission of this name. */
    public List<Long> extensionsWith(long domainId, String permission) {
        return jdbc.list(
                "select id from extension where domain_id = ? and lower(permission_class) = lower(?) order by id",
                row -> row.number("id"),
                domainId,
                permission);
    }

    /** The kits that give a permission of this name. */
    public List<Long> kitsWith(long domainId, String permission) {
        return jdbc.list(
                "select id from kit where domain_id = ? and lower(permission_class) = lower(?) order by id",
                row -> row.number("id"),
                domainId,
                permission);
    }

    /** Has extensions and kits that name a permission follow it to another name. */
    public void rename(long domainId, String before, String after) {
        for (String table : List.of("extension", "kit")) {
            jdbc.update(
                    "update " + table + " set permission_class = ?, version = version + 1"
                            + " where domain_id = ? and lower(permission_class) = lower(?)",
                    after,
                    domainId,
                    before);
        }
    }

    private void putRows(long id, List<Entry> entries) {
        List<@Nullable Object[]> rows = new ArrayList<>();
        for (int i = 0; i < entries.size(); i++) {
            rows.add(row(id, i, entries.get(i)));
        }
        if (!rows.isEmpty()) {
            jdbc.batch(INSERT_ROW, rows);
        }
    }

    private void putLists(long id, List<Long> lists) {
        for (int i = 0; i < lists.size(); i++) {
            jdbc.update(
                    "insert into permission_list (permission_id, position, list_id) values (?, ?, ?)",
                    id,
                    i,
                    lists.get(i));
        }
    }

    private static @Nullable Object[] row(long list, int position, Entry entry) {
        if (entry instanceof Included included) {
            return new @Nullable Object[] {list, position, Goes.LIST.name(), "", 0, "", "", included.listId(), ""};
        }
        Rule rule = (Rule) entry;
        Goes goes = Goes.of(rule.target());
        Change change = rule.target() instanceof DialTarget.Inside inside
                ? inside.change()
                : rule.target() instanceof DialTarget.Outside outside ? outside.change() : Change.NONE;
        String text = rule.target() instanceof DialTarget.Refused refused
                ? refused.why()
                : rule.target() instanceof DialTarget.Service service ? service.name() : "";
        return new @Nullable Object[] {
            list,
            position,
            goes.name(),
            rule.pattern().toString(),
            change.dropped(),
            change.before(),
            text,
            null,
            rule.note()
        };
    }

    private static Entry entry(Row row) throws java.sql.SQLException {
        Goes goes = Goes.valueOf(row.text("goes"));
        Change change = new Change(row.integer("dropped"), row.text("called_before"));
        return switch (goes) {
            case LIST -> new Included(row.number("included_id"));
            case INSIDE -> rule(row, new DialTarget.Inside(change));
            case OUTSIDE -> rule(row, new DialTarget.Outside(change));
            case SERVICE -> rule(row, new DialTarget.Service(row.text("text")));
            case REFUSED -> rule(row, new DialTarget.Refused(row.text("text")));
        };
    }

    private static Rule rule(Row row, DialTarget target) throws java.sql.SQLException {
        return new Rule(DigitPattern.of(row.text("pattern")), target, row.text("note"));
    }

    private static Named named(Row row) throws java.sql.SQLException {
        return new Named(row.number("id"), row.number("domain_id"), row.text("name"), row.number("version"));
    }
}
