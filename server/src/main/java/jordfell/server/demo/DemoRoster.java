package jordfell.server.demo;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.roster.Kit;
import jordfell.core.roster.OutsideNumber;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.records.DomainStore;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.KitStore;
import jordfell.server.records.OutsideNumberStore;
import jordfell.server.roster.Extensions;
import org.apache.commons.csv.CSVRecord;
import org.springframework.stereotype.Component;

/** What roles get, which outside numbers ring what, and numbers that nothing has used for long. */
@Component
class DemoRoster {

    private final Jdbc jdbc;
    private final DemoGround ground;
    private final DomainStore domains;
    private final DemoTemplates templates;
    private final ExtensionStore extensionStore;
    private final Extensions extensions;
    private final KitStore kits;
    private final OutsideNumberStore numbers;

    DemoRoster(
            Jdbc jdbc,
            DemoGround ground,
            DomainStore domains,
            DemoTemplates templates,
            ExtensionStore extensionStore,
            Extensions extensions,
            KitStore kits,
            OutsideNumberStore numbers) {
        this.jdbc = jdbc;
        this.ground = ground;
        this.domains = domains;
        this.templates = templates;
        this.extensionStore = extensionStore;
        this.extensions = extensions;
        this.kits = kits;
        this.numbers = numbers;
    }

    void build() {
        long tarnholm = ground.tarnholm();
        kit(tarnholm, "Office", 2000, "Back office", false);
        kit(tarnholm, "Purser", 2000, "Back office", true);
        kit(tarnholm, "Ticket seller", 2400, "Ticket window", false);
        for (CSVRecord row : DemoTables.records("numbers.csv")) {
            long domain = ground.id(row.get("domain"));
            numbers.add(new OutsideNumberStore.Did(
                    0,
                    domain,
                    OutsideNumber.normalise(row.get("number")),
                    extensionStore.byNumber(domain, row.get("extension")).map(Extension::id),
                    row.get("prefix"),
                    row.get("note"),
                    1));
        }
        // Numbers from before the new phones, which nothing has used since.
        for (String old : List.of("2040", "2041", "2043", "2110", "2447")) {
            long id = extensions.make(tarnholm, old, "old " + old, Optional.empty());
            jdbc.update("update extension set made_at = dateadd(day, -70, made_at) where id = ?", id);
        }
    }

    private void kit(long domain, String name, int block, String template, boolean softphone) {
        List<Kit.KitDevice> devices = new ArrayList<>();
        devices.add(new Kit.KitDevice(
                DeviceKind.DESK_PHONE, Optional.of("korrin-k24"), Optional.of(templates.id(template))));
        if (softphone) {
            devices.add(new Kit.KitDevice(DeviceKind.SOFTPHONE, Optional.of("quillon"), Optional.empty()));
        }
        kits.add(new Kit(
                0,
                domain,
                name,
                domains.get(domain).blocks().stream()
                        .filter(b -> b.first() == block)
                        .findFirst(),
                softphone ? 3 : 2,
                softphone,
                softphone ? "abroad too" : "inland",
                4,
                devices,
                new Kit.Formulas("{{person.name}}", "{{extension.number}}-a", "")));
    }
}
