package jordfell.server.records;

import jordfell.core.settings.LayerKind;
import jordfell.server.jdbc.Jdbc;
import org.springframework.stereotype.Component;

/** What a layer says is a part of the record that speaks: each change of it is one of the record. */
@Component
class LayerVersions {

    private final Jdbc jdbc;

    LayerVersions(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    /** Marks the record as changed: whoever has it open is told, and no undo from before takes the change away. */
    void bump(LayerKind layer, String owner) {
        switch (layer) {
            case MODEL -> jdbc.update("update model set version = version + 1 where id = ?", owner);
            case DOMAIN -> bump("domain", owner);
            case SITE -> bump("site", owner);
            case TEMPLATE -> bump("template", owner);
            case KIT -> bump("kit", owner);
            case EXTENSION -> bump("extension", owner);
            case DEVICE -> bump("device", owner);
        }
    }

    private void bump(String table, String owner) {
        jdbc.update("update " + table + " set version = version + 1 where id = ?", Long.parseLong(owner));
    }
}
