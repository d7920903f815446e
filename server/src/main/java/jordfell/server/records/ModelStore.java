package jordfell.server.records;

import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.catalogue.FirmwareRules;
import jordfell.core.catalogue.ModelSheet;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.RowMapper;
import org.springframework.stereotype.Component;

/** The models there are, with what is known of them. */
@Component
public class ModelStore {

    /** How a feature does on a model. */
    public enum Verdict {
        VERIFIED,
        WORKS,
        FAILS,
        UNTRIED
    }

    /** What somebody found out about a feature. */
    public record Feature(String feature, Verdict verdict, String note, Instant notedAt, String notedBy) {}

    private static final RowMapper<DeviceModel> MODEL = row -> new DeviceModel(
            row.text("id"),
            row.text("maker"),
            row.text("name"),
            DeviceKind.valueOf(row.text("kind")),
            row.text("family"),
            row.integer("lines"),
            row.integer("keys"),
            row.integer("pages"),
            row.integer("sidecar_keys"),
            row.integer("password_field"),
            row.integer("label_field"),
            parted(row.text("mac_prefixes")),
            parted(row.text("serial_prefixes")));

    private static final RowMapper<ModelSheet> SHEET = row -> new ModelSheet(
            MODEL.map(row),
            row.integer("ports"),
            row.integer("phonebook"),
            row.text("transports"),
            row.text("codecs"),
            new FirmwareRules(
                    row.text("firmware_lowest"),
                    row.text("firmware_recommended"),
                    row.text("firmware_blocked"),
                    row.text("firmware_steps")),
            row.number("version"));

    private final Jdbc jdbc;

    ModelStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    public List<DeviceModel> all() {
        return jdbc.list("select * from model order by maker, lines, id", MODEL);
    }

    public Optional<DeviceModel> find(String id) {
        return jdbc.one("select * from model where id = ?", MODEL, id);
    }

    public List<ModelSheet> sheets() {
        return jdbc.list("select * from model order by maker, lines, id", SHEET);
    }

    public Optional<ModelSheet> sheet(String id) {
        return jdbc.one("select * from model where id = ?", SHEET, id);
    }

    /** Adds a model that nobody supports yet. */
    public void add(DeviceModel m) {
        jdbc.update(
                """
                insert into model (id, maker, name, kind, family, lines, keys, pages, sidecar_keys, password_field,
                                   label_field, mac_prefixes, serial_prefixes)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)""",
                m.id(),
                m.maker(),
                m.name(),
                m.kind().name(),
                m.family(),
                m.lines(),
                m.keys(),
                m.pages(),
                m.sidecarKeys(),
                m.passwordField(),
                m.labelField(),
                String.join(",", m.macPrefixes()),
                String.join(",", m.serialPrefixes()));
    }

    /** False if somebody else changed the model since its version. */
    public boolean change(ModelSheet sheet) {
        DeviceModel m = sheet.model();
        return jdbc.update(
                        """
                        update model set lines = ?, keys = ?, pages = ?, sidecar_keys = ?, password_field = ?, label_field = ?, mac_prefixes = ?,
                               serial_prefixes = ?, ports = ?, phonebook = ?, transports = ?, codecs = ?,
                               firmware_lowest = ?, firmware_recommended = ?, firmware_blocked = ?, firmware_steps = ?,
                               version = version + 1
                        where id = ? and version = ?""",
                        m.lines(),
                        m.keys(),
                        m.pages(),
                        m.sidecarKeys(),
                        m.passwordField(),
                        m.labelField(),
                        String.join(",", m.macPrefixes()),
                        String.join(",", m.serialPrefixes()),
                        sheet.ports(),
                        sheet.phonebook(),
                        sheet.transports(),
                        sheet.codecs(),
                        sheet.firmware().lowest(),
                        sheet.firmware().recommended(),
                        sheet.firmware().blocked(),
                        sheet.firmware().steps(),
                        m.id(),
                        sheet.version())
                == 1;
    }

    public List<Feature> features(String modelId) {
        return jdbc.list(
                "select * from model_feature where model_id = ? order by feature",
                row -> new Feature(
                        row.text("feature"),
                        Verdict.valueOf(row.text("verdict")),
                        row.text("note"),
                        row.time("noted_at"),
                        row.text("noted_by")),
                modelId);
    }

    /** Notes how a feature does, which is a change of the model. */
    public void note(String modelId, Feature feature) {
        jdbc.update("update model set version = version + 1 where id = ?", modelId);
        jdbc.update(
                """
                merge into model_feature (model_id, feature, verdict, note, noted_at, noted_by)
                key (model_id, feature) values (?, ?, ?, ?, ?, ?)""",
                modelId,
                feature.feature(),
                feature.verdict().name(),
                feature.note(),
                feature.notedAt(),
                feature.notedBy());
    }

    private static List<String> parted(String text) {
        return Arrays.stream(text.split(",")).filter(t -> !t.isBlank()).toList();
    }

    /** How many models read a family's files. */
    public long countOf(String family) {
        return jdbc.one("select count(*) n from model where family = ?", row -> row.number("n"), family)
                .orElse(0L);
    }
}
