package jordfell.server.records;

import java.time.Instant;
import java.util.Collection;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import jordfell.core.device.Device;
import jordfell.core.device.DeviceLine;
import jordfell.core.identity.ClaimCode;
import jordfell.core.identity.MacAddress;
import jordfell.core.path.Standing;
import jordfell.server.jdbc.Jdbc;
import org.springframework.stereotype.Component;

/** Devices and their lines. */
@Component
public class DeviceStore {

    private static final String WHAT = """
            select d.*, m.maker, m.name model_name, m.kind, m.family, m.lines, m.keys, m.pages, m.sidecar_keys, m.password_field, m.label_field,
                   t.name template_name
            """;
    private static final String WITH = """
             join model m on m.id = d.model_id left join template t on t.id = d.template_id
            """;
    private static final String SELECT = WHAT + "from device d" + WITH;
    private static final String SELECT_MANY =
            WHAT + "from unnest(cast(? as bigint array)) as u(i) join device d on d.id = u.i" + WITH + "order by d.id";

    public static final String INSERT_LINE = "insert into line (device_id, position, extension_id) values (?, ?, ?)";

    /** A device to be added. */
    public record NewDevice(
            MacAddress mac,
            String modelId,
            long siteId,
            Optional<Long> templateId,
            String label,
            Optional<Long> kitId,
            Optional<Long> batchId,
            Instant at,
            String by) {}

    private final Jdbc jdbc;

    DeviceStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    public Optional<Device> find(long id) {
        return jdbc.one(SELECT + "where d.id = ?", DeviceRows::device, id);
    }

    /** Those of them that there are, in the order of their numbers. */
    public List<Device> find(Collection<Long> ids) {
        return jdbc.listOf(SELECT_MANY, DeviceRows::device, ids);
    }

    /** The highest line of each of these that has one. */
    public Map<Long, Integer> lastLines(Collection<Long> ids) {
        record Last(long device, int line) {}
        return jdbc
                .listOf(
                        "select device_id, max(position) last from unnest(cast(? as bigint array)) as u(i)"
                                + " join line l on l.device_id = u.i group by device_id",
                        row -> new Last(row.number("device_id"), row.integer("last")),
                        ids)
                .stream()
                .collect(Collectors.toMap(Last::device, Last::line));
    }

    public Optional<Device> byMac(MacAddress mac) {
        return jdbc.one(SELECT + "where d.mac = ?", DeviceRows::device, mac.compact());
    }

    public Optional<Device> byClaim(ClaimCode code) {
        return jdbc.one(SELECT + "where d.claim_code = ?", DeviceRows::device, code.digits());
    }

    /** Its phone named itself: what comes without a name under its extension is not this phone’s from now on. */
    public void namesItself(long deviceId) {
        jdbc.update("update device set names_itself = true where id = ? and not names_itself", deviceId);
    }

    public boolean hasNamedItself(long deviceId) {
        return jdbc.one("select names_itself from device where id = ?", row -> row.yes("names_itself"), deviceId)
                .orElse(false);
    }

    public void setByHand(long deviceId, boolean on) {
        jdbc.update("update device set by_hand = ?, version = version + 1 where id = ?", on, deviceId);
    }

    /** Gives the device this MAC; what claimed it before can’t again. */
    public void setMac(long deviceId, MacAddress mac) {
        jdbc.update(
                "update device set mac = ?, claim_code = null, claim_expires = null, names_itself = false, version = version + 1 "
                        + "where id = ?",
                mac.compact(),
                deviceId);
    }

    /** Gives the device that waits for this code the MAC; false if another phone was first. */
    public boolean claim(long deviceId, ClaimCode code, MacAddress mac) {
        return jdbc.update("""
                        update device set mac = ?, claim_code = null, claim_expires = null, version = version + 1
                        where id = ? and claim_code = ? and mac is null""", mac.compact(), deviceId, code.digits()) == 1;
    }

    public void setClaim(long deviceId, ClaimCode code, Instant expires) {
        jdbc.update(
                "update device set claim_code = ?, claim_expires = ?, version = version + 1 where id = ?",
                code.digits(),
                expires,
                deviceId);
    }

    /** Marks the device as changed, when something that belongs to it was. */
    public void bump(long deviceId) {
        jdbc.update("update device set version = version + 1 where id = ?", deviceId);
    }

    public void setStanding(long deviceId, Standing standing) {
        jdbc.update("update device set standing = ?, version = version + 1 where id = ?", standing.name(), deviceId);
    }

    public void setSerial(long deviceId, String serial) {
        jdbc.update("update device set serial = ?, version = version + 1 where id = ?", serial, deviceId);
    }

    public List<Long> allIds() {
        return ids("select id from device order by id");
    }

    public List<Long> withExtension(long extensionId) {
        return ids("select device_id id from line where extension_id = ?", extensionId);
    }

    public List<Long> withExtensions(Collection<Long> extensionIds) {
        return jdbc.listOf(
                "select l.device_id id from unnest(cast(? as bigint array)) as u(i) join line l on l.extension_id = u.i",
                row -> row.number("id"),
                extensionIds);
    }

    /** The devices on whose lines these people are. */
    public List<Long> withPeople(Collection<Long> personIds) {
        return jdbc.listOf(
                "select distinct l.device_id id from unnest(cast(? as bigint array)) as u(i) "
                        + "join extension e on e.person_id = u.i join line l on l.extension_id = e.id",
                row -> row.number("id"),
                personIds);
    }

    /** The devices of models that read a family's files. */
    public List<Long> ofFamily(String family) {
        return ids("select d.id from device d join model m on m.id = d.model_id where m.family = ?", family);
    }

    /** The devices of a domain that have this number on a line. */
    public List<Long> withNumber(String domain, String number) {
        return ids("""
                select l.device_id id from line l join extension e on e.id = l.extension_id
                join domain m on m.id = e.domain_id where m.name = lower(?) and e.number = ?""", domain, number);
    }

    public long add(NewDevice d) {
        return jdbc.insert(
                """
                insert into device (mac, model_id, site_id, template_id, label, kit_id, batch_id, enrolled_at, enrolled_by)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?)""",
                d.mac().compact(),
                d.modelId(),
                d.siteId(),
                d.templateId().orElse(null),
                d.label(),
                d.kitId().orElse(null),
                d.batchId().orElse(null),
                d.at(),
                d.by());
    }

    /** All claim codes in use. */
    public List<String> claimCodes() {
        return jdbc.list("select claim_code from device where claim_code is not null", row -> row.text("claim_code"));
    }

    /** Keeps it as it is now; false if somebody else changed it since its version. */
    public boolean change(Device after) {
        return jdbc.update(
                        """
                        update device set model_id = ?, site_id = ?, template_id = ?, label = ?, note = ?,
                               version = version + 1
                        where id = ? and version = ?""",
                        after.model().id(),
                        after.siteId(),
                        after.template().map(Device.TemplateRef::id).orElse(null),
                        after.label(),
                        after.note(),
                        after.id(),
                        after.version())
                == 1;
    }

    public void remove(long id) {
        jdbc.inTransaction(() -> {
            jdbc.update("delete from setting_value where layer = 'DEVICE' and owner = ?", Long.toString(id));
            jdbc.update("delete from key_layout where layer = 'DEVICE' and owner = ?", Long.toString(id));
            jdbc.update("delete from device where id = ?", id);
        });
    }

    /** The kit it was enrolled with, else that of the person on its first line who has one. */
    public Optional<KitRef> kit(long deviceId) {
        return jdbc.one("""
                select k.id, k.name from device d join kit k on k.id = coalesce(d.kit_id,
                  (select p.kit_id from line l join extension e on e.id = l.extension_id
                   join person p on p.id = e.person_id
                   where l.device_id = d.id and p.kit_id is not null order by l.position limit 1))
                where d.id = ?""", row -> new KitRef(row.number("id"), row.text("name")), deviceId);
    }

    public List<DeviceLine> lines(long deviceId) {
        return jdbc.list(
                "select position, extension_id from line where device_id = ? order by position",
                row -> new DeviceLine(row.integer("position"), row.numberIfAny("extension_id")),
                deviceId);
    }

    /** The labels of other devices that have one of its extensions. */
    public List<String> sharing(long deviceId) {
        return jdbc.list("""
                select distinct d.label from line l join line o on o.extension_id = l.extension_id and o.device_id <> l.device_id
                join device d on d.id = o.device_id where l.device_id = ? order by d.label""", row -> row.text("label"), deviceId);
    }

    /** Other devices in use with this serial number, by their labels. */
    public List<String> withSerial(String serial, long but) {
        return jdbc.list(
                "select label from device where serial = ? and id <> ? and standing = 'IN_USE' order by label limit 5",
                row -> row.text("label"),
                serial,
                but);
    }

    /** Whether a device ever asked for anything, or was heard, as far as is kept. */
    public boolean hasShownItself(long deviceId) {
        return jdbc.one(
                        "select 1 n from episode where device_id = ? fetch first row only",
                        row -> row.number("n"),
                        deviceId)
                .isPresent();
    }

    /** The devices in use that have one of these MACs. */
    public List<Long> among(Collection<MacAddress> macs) {
        return jdbc.list(
                "select id from device where standing = 'IN_USE' and mac in (" + marks(macs.size()) + ")",
                row -> row.number("id"),
                macs.stream().map(MacAddress::compact).toArray());
    }

    /** How many other devices have one of these MACs. */
    public int countAmong(Collection<MacAddress> macs, long but) {
        return jdbc.one(
                        "select count(*) n from device where id <> " + but + " and mac in (" + marks(macs.size()) + ")",
                        row -> row.integer("n"),
                        macs.stream().map(MacAddress::compact).toArray())
                .orElse(0);
    }

    private static String marks(int count) {
        return String.join(", ", Collections.nCopies(count, "?"));
    }

    /** The numbers on a device’s lines. */
    public List<String> numbers(long deviceId) {
        return jdbc.list(
                "select e.number from line l join extension e on e.id = l.extension_id where l.device_id = ?",
                row -> row.text("number"),
                deviceId);
    }

    public void setLines(long deviceId, List<DeviceLine> lines) {
        jdbc.inTransaction(() -> {
            jdbc.update("delete from line where device_id = ?", deviceId);
            lines.forEach(line -> jdbc.update(
                    INSERT_LINE, deviceId, line.position(), line.extensionId().orElse(null)));
            bump(deviceId);
        });
    }

    /** Has the file given out in full again, whatever the device has. */
    public void resend(long deviceId) {
        jdbc.update("update device set resend = resend + 1 where id = ?", deviceId);
    }

    /** How often its file was re-sent. */
    public int resent(long deviceId) {
        return jdbc.one("select resend from device where id = ?", row -> row.integer("resend"), deviceId)
                .orElse(0);
    }

    private List<Long> ids(String sql, Object... values) {
        return jdbc.list(sql, row -> row.number("id"), values);
    }
}
