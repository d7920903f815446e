package jordfell.server.release;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.catalogue.FirmwareFitness;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.device.Assembled;
import jordfell.server.jdbc.Jdbc;
import org.springframework.stereotype.Component;

/** Which devices have firmware that is not to be relied on, or are given it by a release. */
@Component
class FirmwareDoubts {

    private record Rule(String lowest, List<String> blocked) {}

    private final Jdbc jdbc;

    FirmwareDoubts(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    /** What is known of the firmware of some devices, read at once. */
    record Known(Map<String, Rule> rules, Map<Long, String> installed) {

        /** What is doubtful about releasing to this device, to be read behind its name or its model’s. */
        Optional<String> of(Assembled device) {
            return Optional.ofNullable(rules.get(device.device().model().id()))
                    .flatMap(rule -> FirmwareFitness.troubleAfter(
                            installed.getOrDefault(device.device().id(), ""),
                            device.settings().value(SettingsCatalogue.FIRMWARE),
                            rule.lowest(),
                            rule.blocked()));
        }
    }

    Known of(Collection<Long> deviceIds) {
        Map<String, Rule> rules = new HashMap<>();
        jdbc.list(
                        "select id, firmware_lowest, firmware_blocked from model where firmware_lowest <> '' or firmware_blocked <> ''",
                        row -> Map.entry(
                                row.text("id"),
                                new Rule(
                                        row.text("firmware_lowest"),
                                        FirmwareFitness.listed(row.text("firmware_blocked")))))
                .forEach(e -> rules.put(e.getKey(), e.getValue()));
        Map<Long, String> installed = new HashMap<>();
        if (!rules.isEmpty()) {
            jdbc.listOf(
                            "select s.device_id, s.firmware from unnest(cast(? as bigint array)) as u(i) "
                                    + "join device_state s on s.device_id = u.i where s.firmware <> ''",
                            row -> Map.entry(row.number("device_id"), row.text("firmware")),
                            deviceIds)
                    .forEach(e -> installed.put(e.getKey(), e.getValue()));
        }
        return new Known(rules, installed);
    }
}
