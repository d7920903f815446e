package jordfell.server.lab;

import jordfell.server.jdbc.Jdbc;
import org.springframework.stereotype.Component;

/** The rail of a device as it was last computed. */
@Component
class RailLookup {

    private final Jdbc jdbc;

    RailLookup(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    String rail(long deviceId) {
        return jdbc.one("select rail from device_state where device_id = ?", row -> row.text("rail"), deviceId)
                .orElse("");
    }
}
