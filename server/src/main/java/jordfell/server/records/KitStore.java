package jordfell.server.records;

import java.util.List;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.roster.Block;
import jordfell.core.roster.Kit;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Kits. */
@Component
public class KitStore {

    /** A kit's device as it is written down. */
    private record WrittenDevice(
            DeviceKind kind,
            @Nullable String modelId,
            @Nullable Long templateId) {}

    private final Jdbc jdbc;
    private final DomainStore domains;
    private final JsonMapper json;

    KitStore(Jdbc jdbc, DomainStore domains, JsonMapper json) {
        this.jdbc = jdbc;
        this.domains = domains;
        this.json = json;
    }

    public List<Kit> all(long domainId) {
        List<Block> blocks = domains.get(domainId).blocks();
        return jdbc.list("select * from kit where domain_id = ? order by name", row -> kit(row, blocks), domainId);
    }

    public Optional<Kit> find(long id) {
        Optional<Long> domain = jdbc.one("select domain_id from kit where id = ?", row -> row.number("domain_id"), id);
        if (domain.isEmpty()) {
            return Optional.empty();
        }
        List<Block> blocks = domains.get(domain.get()).blocks();
        return jdbc.one("select * from kit where id = ?", row -> kit(row, blocks), id);
    }

    public long version(long id) {
        return jdbc.one("select version from kit where id = ?", row -> row.number("version"), id)
                .orElse(0L);
    }

    public long add(Kit kit) {
        return jdbc.insert(
                """
                insert into kit (domain_id, name, block_first, contact_limit, outside, permission_class, pin_digits, devices,
                                 display_name, auth_user, outgoing)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)""",
                kit.domainId(),
                kit.name(),
                kit.block().map(Block::first).orElse(null),
                kit.contactLimit(),
                kit.outside(),
                kit.permissionClass(),
                kit.pinDigits(),
                devices(kit),
                kit.formulas().displayName(),
                kit.formulas().authUser(),
                kit.formulas().outgoing());
    }

    /** False if somebody else changed the kit since this version. */
    public boolean change(Kit kit, long version) {
        return jdbc.update(
                        """
                        update kit set name = ?, block_first = ?, contact_limit = ?, outside = ?, permission_class = ?,
                               pin_digits = ?, devices = ?, display_name = ?, auth_user = ?, outgoing = ?,
                               version = version + 1
                        where id = ? and version = ?""",
                        kit.name(),
                        kit.block().map(Block::first).orElse(null),
                        kit.contactLimit(),
                        kit.outside(),
                        kit.permissionClass(),
                        kit.pinDigits(),
                        devices(kit),
                        kit.formulas().displayName(),
                        kit.formulas().authUser(),
                        kit.formulas().outgoing(),
                        kit.id(),
                        version)
                == 1;
    }

    /** Removes a kit; whoever had it keeps what they were given. */
    public void remove(long id) {
        jdbc.update("update person set kit_id = null where kit_id = ?", id);
        jdbc.update("update device set kit_id = null where kit_id = ?", id);
        jdbc.update("delete from kit where id = ?", id);
    }

    private String devices(Kit kit) {
        return json.writeValueAsString(kit.devices().stream()
                .map(d -> new WrittenDevice(
                        d.kind(), d.modelId().orElse(null), d.templateId().orElse(null)))
                .toList());
    }

    private Kit kit(Row row, List<Block> blocks) throws java.sql.SQLException {
        Optional<Long> first = row.numberIfAny("block_first");
        return new Kit(
                row.number("id"),
                row.number("domain_id"),
                row.text("name"),
                first.flatMap(f -> blocks.stream().filter(b -> b.first() == f).findFirst()),
                row.integer("contact_limit"),
                row.yes("outside"),
                row.text("permission_class"),
                row.integer("pin_digits"),
                List.of(json.readValue(row.text("devices"), WrittenDevice[].class)).stream()
                        .map(d -> new Kit.KitDevice(
                                d.kind(), Optional.ofNullable(d.modelId()), Optional.ofNullable(d.templateId())))
                        .toList(),
                new Kit.Formulas(row.text("display_name"), row.text("auth_user"), row.text("outgoing")));
    }

    /** A kit to choose. */
    public record KitName(long id, long domainId, String name) {}

    /** All kits by name. */
    public List<KitName> names() {
        return jdbc.list(
                "select id, domain_id, name from kit order by name",
                row -> new KitName(row.number("id"), row.number("domain_id"), row.text("name")));
    }
}
