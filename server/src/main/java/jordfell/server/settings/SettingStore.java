package jordfell.server.settings;

import java.time.InstantSource;
import java.util.HashMap;
import java.util.Map;
import jordfell.core.settings.LayerKind;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.security.Audit;
import org.springframework.stereotype.Component;

/** What each layer says. */
@Component
public class SettingStore {

    private final Jdbc jdbc;
    private final InstantSource clock;

    SettingStore(Jdbc jdbc, InstantSource clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    public Map<String, String> values(LayerKind layer, String owner) {
        record Entry(String key, String value) {}
        Map<String, String> values = new HashMap<>();
        jdbc.list(
                        "select setting, val from setting_value where layer = ? and owner = ?",
                        row -> new Entry(row.text("setting"), row.text("val")),
                        layer.name(),
                        owner)
                .forEach(e -> values.put(e.key(), e.value()));
        return values;
    }

    public void put(LayerKind layer, String owner, String setting, String value) {
        jdbc.update("""
                merge into setting_value (layer, owner, setting, val, changed_at, changed_by)
                key (layer, owner, setting) values (?, ?, ?, ?, ?, ?)""", layer.name(), owner, setting, value, clock.instant(), Audit.who());
    }

    public void remove(LayerKind layer, String owner, String setting) {
        jdbc.update(
                "delete from setting_value where layer = ? and owner = ? and setting = ?",
                layer.name(),
                owner,
                setting);
    }
}
