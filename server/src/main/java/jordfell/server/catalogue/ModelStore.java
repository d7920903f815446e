package jordfell.server.catalogue;

import java.util.List;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.RowMapper;
import org.springframework.stereotype.Component;

/** The models there are. */
@Component
public class ModelStore {

    private static final RowMapper<DeviceModel> MODEL = row -> new DeviceModel(
            row.text("id"),
            row.text("maker"),
            row.text("name"),
            DeviceKind.valueOf(row.text("kind")),
            row.text("family"),
            row.integer("lines"),
            row.integer("keys"),
            row.integer("password_field"),
            row.integer("label_field"));

    private final Jdbc jdbc;

    ModelStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    public List<DeviceModel> all() {
        return jdbc.list("select * from model order by maker, lines", MODEL);
    }

    public Optional<DeviceModel> find(String id) {
        return jdbc.one("select * from model where id = ?", MODEL, id);
    }
}
