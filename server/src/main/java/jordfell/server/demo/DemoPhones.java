package jordfell.server.demo;

import java.util.List;
import java.util.Map;
import jordfell.core.device.Device;
import jordfell.core.ground.Site;
import jordfell.core.identity.MacAddress;
import jordfell.lab.phone.Mistyping;
import jordfell.lab.phone.PhoneState;
import jordfell.lab.phone.SimPhone;
import jordfell.server.lab.LabService;
import jordfell.server.lab.PhoneAddresses;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.ModelStore;
import org.apache.commons.csv.CSVRecord;
import org.springframework.stereotype.Component;

/** The phones of the scenario: unboxed, found again by their labels, and typed at. */
@Component
class DemoPhones {

    private static final Map<String, String> FIRMWARES = Map.of("Korrin", "2.4.1", "Ombrel", "1.8", "Tessaro", "5.3");

    private final DemoGround ground;
    private final ModelStore models;
    private final DeviceStore devices;
    private final ExtensionStore extensions;
    private final LabService lab;

    DemoPhones(DemoGround ground, ModelStore models, DeviceStore devices, ExtensionStore extensions, LabService lab) {
        this.ground = ground;
        this.models = models;
        this.devices = devices;
        this.extensions = extensions;
        this.lab = lab;
    }

    /** At the café’s till, where nobody has brought it up to date. */
    private static final String OLD = "02-4B-7A-00-51-15";

    private static final String OLD_FIRMWARE = "2.2.0";

    void unbox(String mac, String modelId, String site, boolean powered) {
        String model = models.find(modelId).orElseThrow().fullName();
        String firmware = mac.equals(OLD) ? OLD_FIRMWARE : FIRMWARES.getOrDefault(model.split(" ")[0], "1.0");
        lab.unbox(PhoneState.unboxed(
                        MacAddress.of(mac),
                        model,
                        firmware,
                        address(ground.site(site)),
                        ground.site(site).token())
                .powered(powered));
    }

    /** One of a model that nobody supports, not plugged in yet. */
    void unboxUnknown(String mac, String model, String site) {
        lab.unbox(PhoneState.unboxed(
                MacAddress.of(mac),
                model,
                "1.0",
                address(ground.site(site)),
                ground.site(site).token()));
    }

    /** One that is free there. */
    String address(Site site) {
        return PhoneAddresses.free(site, lab.addresses()).orElseThrow();
    }

    SimPhone phone(String label) {
        return lab.world().phone(device(label).mac().orElseThrow()).orElseThrow();
    }

    void mistype(String label, Mistyping way, int keep) {
        SimPhone phone = phone(label);
        phone.typePassword(1, way.apply(phone.password(1).orElseThrow(), keep));
    }

    Extension extensionOf(String label) {
        return devices.lines(device(label).id())
                .get(0)
                .extensionId()
                .flatMap(extensions::find)
                .orElseThrow();
    }

    long idOf(String label) {
        return device(label).id();
    }

    /** The devices of the rows that stand so. */
    List<Long> idsOf(List<CSVRecord> rows, String state) {
        return rows.stream()
                .filter(DemoTables.standing(state))
                .map(r -> idOf(r.get("label")))
                .toList();
    }

    private Device device(String label) {
        return devices.allIds().stream()
                .flatMap(id -> devices.find(id).stream())
                .filter(d -> d.label().equals(label))
                .findFirst()
                .orElseThrow();
    }
}
