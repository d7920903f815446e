package jordfell.server.records;

import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import jordfell.server.jdbc.RowMapper;
import jordfell.server.security.Audit;
import org.springframework.stereotype.Component;

/** Templates and which of them extend which; what they say lies with the other layers' settings. */
@Component
public class TemplateStore {

    /**
     * A named set of settings.
     *
     * @param parentId the template it extends, 0 for none
     * @param devices how many follow it themselves
     * @param firstDeviceId one of those that follow it or a template that extends it; 0 if there is none
     */
    public record Template(
            long id,
            long domainId,
            String name,
            long parentId,
            String note,
            long devices,
            long firstDeviceId,
            Instant changedAt,
            String changedBy,
            long version) {}

    /** A template by its id and name alone. */
    public record Ref(long id, String name) {}

    private static final String SELECT = """
            select t.*, (select count(*) from device d where d.template_id = t.id) devices,
                   coalesce((select min(d.id) from device d where d.template_id = t.id),
                            (select min(d.id) from device d join template c on c.id = d.template_id
                             where c.parent_id = t.id), 0) first_device
            from template t
            """;

    private static final RowMapper<Template> TEMPLATE = row -> new Template(
            row.number("id"),
            row.number("domain_id"),
            row.text("name"),
            row.numberIfAny("parent_id").orElse(0L),
            row.text("note"),
            row.number("devices"),
            row.number("first_device"),
            row.time("changed_at"),
            row.text("changed_by"),
            row.number("version"));

    private final Jdbc jdbc;
    private final InstantSource clock;

    TemplateStore(Jdbc jdbc, InstantSource clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    public List<Template> all() {
        return jdbc.list(SELECT + "order by t.domain_id, t.name", TEMPLATE);
    }

    public Optional<Template> find(long id) {
        return jdbc.one(SELECT + "where t.id = ?", TEMPLATE, id);
    }

    public Optional<Ref> named(long domainId, String name) {
        return jdbc.one(
                "select id, name from template where domain_id = ? and name = ?", TemplateStore::ref, domainId, name);
    }

    public long add(long domainId, String name) {
        return jdbc.insert(
                "insert into template (domain_id, name, changed_at, changed_by) values (?, ?, ?, ?)",
                domainId,
                name,
                clock.instant(),
                Audit.who());
    }

    /** False if somebody else changed the template since this version. */
    public boolean change(long id, String name, Optional<Long> parentId, String note, long version) {
        return jdbc.update("""
                        update template set name = ?, parent_id = ?, note = ?, changed_at = ?, changed_by = ?,
                               version = version + 1
                        where id = ? and version = ?""", name, parentId.orElse(null), note, clock.instant(), Audit.who(), id, version) == 1;
    }

    public void remove(long id) {
        jdbc.update("delete from template where id = ?", id);
    }

    /** The template and those it extends, the furthest first. One that extends itself ends the chain. */
    public List<Ref> chain(long id) {
        record Link(Ref ref, Optional<Long> parent) {}
        Map<Long, Ref> nearestFirst = new LinkedHashMap<>();
        Optional<Long> next = Optional.of(id);
        while (next.isPresent() && !nearestFirst.containsKey(next.get())) {
            Optional<Link> link = jdbc.one(
                    "select id, name, parent_id from template where id = ?",
                    row -> new Link(ref(row), row.numberIfAny("parent_id")),
                    next.get());
            link.ifPresent(l -> nearestFirst.put(l.ref().id(), l.ref()));
            next = link.flatMap(Link::parent);
        }
        List<Ref> chain = new ArrayList<>(nearestFirst.values());
        java.util.Collections.reverse(chain);
        return chain;
    }

    /** The names of a template and of those that it extends, the nearest first. */
    public List<String> namesFrom(long id) {
        List<String> names = new ArrayList<>(chain(id).stream().map(Ref::name).toList());
        Collections.reverse(names);
        return names;
    }

    /** The template and all that extend it, however far. */
    public List<Long> withHeirs(long id) {
        return jdbc.list("""
                with recursive heir (id) as (
                  select cast(? as bigint) union select t.id from template t join heir h on t.parent_id = h.id)
                select id from heir""", row -> row.number("id"), id);
    }

    /** How many templates follow one another beneath this one. */
    public int depthBeneath(long id) {
        return jdbc.one("""
                        with recursive heir (id, depth) as (
                          select cast(? as bigint), 0
                          union all select t.id, h.depth + 1 from template t join heir h on t.parent_id = h.id
                          where h.depth < 100)
                        select max(depth) depth from heir""", row -> row.integer("depth"), id).orElse(0);
    }

    private static Ref ref(Row row) throws java.sql.SQLException {
        return new Ref(row.number("id"), row.text("name"));
    }
}
