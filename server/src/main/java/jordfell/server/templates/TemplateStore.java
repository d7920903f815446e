package jordfell.server.templates;

import java.util.List;
import java.util.Optional;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.RowMapper;
import org.springframework.stereotype.Component;

/** Templates; what they say lies with the other layers' settings. */
@Component
public class TemplateStore {

    /**
     * A named set of settings.
     *
     * @param devices how many follow it
     * @param firstDeviceId one of them, 0 if there is none
     */
    public record Template(long id, long domainId, String name, long devices, long firstDeviceId) {}

    private static final String SELECT = """
            select t.*, (select count(*) from device d where d.template_id = t.id) devices,
                   coalesce((select min(id) from device d where d.template_id = t.id), 0) first_device
            from template t
            """;

    private static final RowMapper<Template> TEMPLATE = row -> new Template(
            row.number("id"),
            row.number("domain_id"),
            row.text("name"),
            row.number("devices"),
            row.number("first_device"));

    private final Jdbc jdbc;

    TemplateStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    public List<Template> all() {
        return jdbc.list(SELECT + "order by t.domain_id, t.name", TEMPLATE);
    }

    Optional<Template> find(long id) {
        return jdbc.one(SELECT + "where t.id = ?", TEMPLATE, id);
    }

    public long add(long domainId, String name) {
        return jdbc.insert("insert into template (domain_id, name) values (?, ?)", domainId, name);
    }
}
