package jordfell.server.settings;

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

    /** Marks the record as changed, where it has a version that others are told of. */
    void bump(LayerKind layer, String owner) {
        switch (layer) {
            case DEVICE -> bump("device", owner);
            case EXTENSION -> bump("extension", owner);
            case MODEL, DOMAIN, SITE, TEMPLATE, KIT -> {
                // Their words have versions of their own; what undoes these records keeps their words.
            }
        }
    }

    private void bump(String table, String owner) {
        jdbc.update("update " + table + " set version = version + 1 where id = ?", Long.parseLong(owner));
    }
}
