package jordfell.server.device;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.device.Device;
import jordfell.core.formula.Vocabulary;
import jordfell.core.ground.Site;
import jordfell.core.identity.MacAddress;
import jordfell.core.roster.Domain;
import jordfell.core.settings.SettingNames;
import jordfell.server.records.Extension;
import jordfell.server.records.PersonStore;

/** What the names in formulas stand for, for one device and each of its lines. */
final class FormulaNames {

    private FormulaNames() {}

    static Vocabulary.Values values(Map<String, Map<String, String>> known) {
        return SettingNames.VOCABULARY.values(known);
    }

    static Map<String, Map<String, String>> ofDevice(Device device, Domain domain, Site site) {
        Map<String, Map<String, String>> known = new HashMap<>();
        DeviceModel model = device.model();
        known.put(
                "device",
                Map.of(
                        "label",
                        device.label(),
                        "mac",
                        device.mac().map(MacAddress::compact).orElse(""),
                        "serial",
                        device.serial()));
        known.put(
                "model",
                Map.of(
                        "name", model.fullName(),
                        "maker", model.maker(),
                        "family", model.family(),
                        "kind", model.kind().name().toLowerCase(Locale.ROOT).replace('_', ' '),
                        "lines", Integer.toString(model.lines()),
                        "keys", Integer.toString(model.keys()),
                        "pages", Integer.toString(model.pages())));
        known.put("site", Map.of("name", site.name()));
        known.put("domain", Map.of("name", domain.name(), "realm", domain.realm()));
        return known;
    }

    static Map<String, Map<String, String>> ofLine(
            int position, Optional<Extension> extension, Optional<PersonStore.Person> person) {
        Map<String, Map<String, String>> known = new HashMap<>();
        known.put("line", Map.of("position", Integer.toString(position)));
        extension.ifPresent(e -> known.put(
                "extension",
                Map.of(
                        "number", e.number(),
                        "name", e.displayName(),
                        "user", e.authUser(),
                        "outgoing", e.outgoing())));
        person.ifPresent(p -> {
            String[] parts = p.name().strip().split("\\s+");
            known.put(
                    "person",
                    Map.of(
                            "name", p.name(),
                            "first", parts[0],
                            "last", parts[parts.length - 1],
                            "email", p.email(),
                            "mobile", p.mobile(),
                            "department", p.department(),
                            "language", p.language(),
                            "zone", p.zone()));
        });
        return known;
    }
}
