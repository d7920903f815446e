package jordfell.server.records;

import java.sql.SQLException;
import java.util.List;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.device.Device;
import jordfell.core.identity.ClaimCode;
import jordfell.core.identity.MacAddress;
import jordfell.core.path.Standing;
import jordfell.server.jdbc.Row;

/** Reads devices with their models out of rows. */
final class DeviceRows {

    private DeviceRows() {}

    static Device device(Row row) throws SQLException {
        return new Device(
                row.number("id"),
                row.textIfAny("mac").map(MacAddress::of),
                row.textIfAny("claim_code").map(ClaimCode::new),
                row.timeIfAny("claim_expires"),
                Standing.valueOf(row.text("standing")),
                row.text("serial"),
                new DeviceModel(
                        row.text("model_id"),
                        row.text("maker"),
                        row.text("model_name"),
                        DeviceKind.valueOf(row.text("kind")),
                        row.text("family"),
                        row.integer("lines"),
                        row.integer("keys"),
                        row.integer("pages"),
                        row.integer("sidecar_keys"),
                        row.integer("password_field"),
                        row.integer("label_field"),
                        List.of(),
                        List.of()),
                row.number("site_id"),
                row.numberIfAny("template_id").map(id -> new Device.TemplateRef(id, templateName(row))),
                row.text("label"),
                row.text("note"),
                row.time("enrolled_at"),
                row.text("enrolled_by"),
                row.numberIfAny("batch_id"),
                row.yes("by_hand") || row.text("family").isEmpty(),
                row.number("version"));
    }

    private static String templateName(Row row) {
        try {
            return row.textIfAny("template_name").orElse("");
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }
}
