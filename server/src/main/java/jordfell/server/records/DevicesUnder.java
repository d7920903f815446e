package jordfell.server.records;

import java.util.List;
import jordfell.core.settings.LayerKind;
import jordfell.server.jdbc.Jdbc;
import org.springframework.stereotype.Component;

/** Which devices lie under a layer of settings. */
@Component
public class DevicesUnder {

    private final Jdbc jdbc;

    DevicesUnder(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    /** The devices to which a layer's word may matter. */
    public List<Long> under(LayerKind layer, String owner) {
        return ids("select d.id from device d where " + isUnder(layer), owners(layer, owner));
    }

    /** Whether one of them has changes that were not released. */
    public boolean anyPendingUnder(LayerKind layer, String owner) {
        return !ids(
                        "select d.id from device d join device_state t on t.device_id = d.id where t.pending and ("
                                + isUnder(layer) + ") limit 1",
                        owners(layer, owner))
                .isEmpty();
    }

    private static String isUnder(LayerKind layer) {
        return switch (layer) {
            case MODEL -> "d.model_id = ?";
            case DOMAIN -> "d.site_id in (select s.id from site s where s.domain_id = ?)";
            case SITE -> "d.site_id = ?";
            case TEMPLATE -> """
                    d.template_id in (
                      with recursive heir (id) as (
                        select cast(? as bigint) union select t.id from template t join heir h on t.parent_id = h.id)
                      select id from heir)""";
            case KIT -> """
                    d.kit_id = ? or d.id in (
                      select l.device_id from line l join extension e on e.id = l.extension_id
                      join person p on p.id = e.person_id where p.kit_id = ?)""";
            case EXTENSION -> "d.id in (select l.device_id from line l where l.extension_id = ?)";
            case DEVICE -> "d.id = ?";
        };
    }

    private static Object[] owners(LayerKind layer, String owner) {
        if (layer == LayerKind.MODEL) {
            return new Object[] {owner};
        }
        Long id = Long.valueOf(owner);
        return layer == LayerKind.KIT ? new Object[] {id, id} : new Object[] {id};
    }

    private List<Long> ids(String sql, Object... values) {
        return jdbc.list(sql, row -> row.number("id"), values);
    }
}
