package jordfell.server.intake;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jordfell.core.identity.ClaimCode;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;
import jordfell.core.intake.IntakeColumn;
import jordfell.core.intake.IntakeRecords.Enrolled;
import jordfell.core.intake.IntakeRow;
import jordfell.server.jdbc.Jdbc;

/** The devices that rows may speak of: by their MAC, claim code and serial. */
final class EnrolledDevices {

    private final Jdbc jdbc;
    private final Map<MacAddress, Enrolled> byMac = new HashMap<>();
    private final Map<ClaimCode, Enrolled> byClaim = new HashMap<>();
    private final Map<String, Enrolled> bySerial = new HashMap<>();

    EnrolledDevices(Jdbc jdbc, List<IntakeRow> rows) {
        this.jdbc = jdbc;
        readDevices(rows);
    }

    Optional<Enrolled> byMac(MacAddress mac) {
        return Optional.ofNullable(byMac.get(mac));
    }

    Optional<Enrolled> byClaim(ClaimCode claim) {
        return Optional.ofNullable(byClaim.get(claim));
    }

    Optional<Enrolled> bySerial(String serial) {
        return Optional.ofNullable(bySerial.get(serial.toUpperCase(Locale.ROOT)));
    }

    private void readDevices(List<IntakeRow> rows) {
        Set<String> macs = new LinkedHashSet<>();
        Set<String> claims = new LinkedHashSet<>();
        Set<String> serials = new LinkedHashSet<>();
        for (IntakeRow row : rows) {
            String device = row.cell(IntakeColumn.DEVICE);
            if (MacReader.read(device) instanceof MacReading.Valid valid) {
                macs.add(valid.mac().compact());
            } else {
                ClaimCode.read(device.toLowerCase(Locale.ROOT).replace("claim", ""))
                        .ifPresent(c -> claims.add(c.digits()));
            }
            if (!row.cell(IntakeColumn.SERIAL).isEmpty()) {
                serials.add(row.cell(IntakeColumn.SERIAL));
            }
        }
        Map<Long, Enrolled> found = new HashMap<>();
        readDevices("d.mac", macs, found);
        readDevices("d.claim_code", claims, found);
        readDevices("d.serial", serials, found);
        readLines(found);
    }

    private void readDevices(String column, Set<String> values, Map<Long, Enrolled> found) {
        if (values.isEmpty()) {
            return;
        }
        jdbc.listOf(
                        "select d.id, d.mac, d.claim_code, d.serial, d.label, d.site_id, s.name site, d.model_id, "
                                + "coalesce(t.name, '') template, d.note from " + IntakeSnapshot.TEXTS
                                + " join device d on " + column
                                + " = u.i join site s on s.id = d.site_id left join template t on t.id = d.template_id",
                        row -> {
                            Enrolled device = new Enrolled(
                                    row.number("id"),
                                    row.textIfAny("mac").map(MacAddress::of),
                                    row.text("label"),
                                    row.number("site_id"),
                                    row.text("site"),
                                    row.text("serial"),
                                    row.text("model_id"),
                                    row.text("template"),
                                    row.text("note"),
                                    List.of(),
                                    "");
                            row.textIfAny("claim_code").ifPresent(c -> byClaim.put(new ClaimCode(c), device));
                            return device;
                        },
                        values)
                .forEach(d -> found.put(d.id(), d));
    }

    private void readLines(Map<Long, Enrolled> found) {
        record Held(long device, String number, String person) {}
        Map<Long, List<Held>> lines = new HashMap<>();
        if (!found.isEmpty()) {
            jdbc.listOf(
                            "select l.device_id, coalesce(e.number, '') number, coalesce(p.name, '') person from "
                                    + IntakeSnapshot.IDS
                                    + " join line l on l.device_id = u.i left join extension e on e.id = l.extension_id "
                                    + "left join person p on p.id = e.person_id order by l.device_id, l.position",
                            row -> new Held(row.number("device_id"), row.text("number"), row.text("person")),
                            found.keySet())
                    .forEach(h -> lines.computeIfAbsent(h.device(), k -> new ArrayList<>())
                            .add(h));
        }
        Map<Long, ClaimCode> codes = new HashMap<>();
        byClaim.forEach((code, device) -> codes.put(device.id(), code));
        found.forEach((id, d) -> {
            List<Held> held = lines.getOrDefault(id, List.of());
            Enrolled full = new Enrolled(
                    id,
                    d.mac(),
                    d.label(),
                    d.siteId(),
                    d.site(),
                    d.serial(),
                    d.modelId(),
                    d.template(),
                    d.note(),
                    held.stream().map(Held::number).toList(),
                    held.isEmpty() ? "" : held.get(0).person());
            full.mac().ifPresent(mac -> byMac.put(mac, full));
            Optional.ofNullable(codes.get(id)).ifPresent(code -> byClaim.put(code, full));
            if (!full.serial().isEmpty()) {
                bySerial.put(full.serial().toUpperCase(Locale.ROOT), full);
            }
        });
    }
}
