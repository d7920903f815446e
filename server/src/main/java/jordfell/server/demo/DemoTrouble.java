package jordfell.server.demo;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.lab.phone.Mistyping;
import jordfell.server.records.Extension;
import jordfell.server.records.SettingStore;
import jordfell.server.release.ReleaseService;
import jordfell.server.roster.Extensions;
import org.apache.commons.csv.CSVRecord;
import org.springframework.stereotype.Component;

/** What goes wrong in the scenario, and the strangers that knock. */
@Component
class DemoTrouble {

    private final DemoClock clock;
    private final DemoPhones phones;
    private final DemoTemplates templates;
    private final SettingStore settings;
    private final Extensions extensions;
    private final ReleaseService releases;

    DemoTrouble(
            DemoClock clock,
            DemoPhones phones,
            DemoTemplates templates,
            SettingStore settings,
            Extensions extensions,
            ReleaseService releases) {
        this.clock = clock;
        this.phones = phones;
        this.templates = templates;
        this.settings = settings;
        this.extensions = extensions;
        this.releases = releases;
    }

    void begin(List<CSVRecord> rows) {
        phones.phone(label(rows, "crossed")).crossLines(1, 2);
        phones.mistype(label(rows, "blank"), Mistyping.BLANK_AFTER, 0);
        phones.mistype(label(rows, "cut"), Mistyping.CUT, 12);
        DemoClock.as("Lena Ravn", () -> {
            set(LayerKind.TEMPLATE, templates.id("Gate"), SettingsCatalogue.REGISTRAR, "voise.tarnholm.example");
            releases.release(phones.idsOf(rows, "astray"), "gates get the new registrar");
            extensions.setPassword(phones.extensionOf(label(rows, "rotated")), Optional.empty());
            Extension stores = phones.extensionOf(label(rows, "renumbered"));
            extensions.change(stores, stores.renumbered("2512", "2512-a"));
            Extension paint = phones.extensionOf(label(rows, "user"));
            extensions.change(paint, paint.renumbered(paint.number(), "paint-shop"));
            phones.phone(label(rows, "stale")).cable(false);
            clock.run(Duration.ofSeconds(20));
            set(LayerKind.DEVICE, phones.idsOf(rows, "stale").get(0), SettingsCatalogue.LOG_LEVEL, "6");
            releases.release(phones.idsOf(rows, "stale"), "more log from the lamp room");
            clock.run(Duration.ofSeconds(40));
            clock.look();
            clock.run(Duration.ofMinutes(12));
            clock.look();
            set(LayerKind.TEMPLATE, templates.id("Back office"), SettingsCatalogue.CALL_WAITING, "no");
        });
    }

    /** One a digit away from Ticket window 6, one a stranger. */
    void strangersKnock() {
        phones.unbox("02-4B-7A-00-53-B1", "korrin-k24", "Eskvik Pier", true);
        phones.unbox("02-4B-7A-0F-00-44", "korrin-k12", "Norrskar Workshop", true);
        phones.unboxUnknown("02-B0-9A-00-00-07", "Brask 9", "Tarnholm Terminal");
    }

    /** The label of the first row that stands so. */
    static String label(List<CSVRecord> rows, String state) {
        return rows.stream()
                .filter(DemoTables.standing(state))
                .findFirst()
                .orElseThrow()
                .get("label");
    }

    private void set(LayerKind layer, long owner, String key, String value) {
        settings.put(layer, Long.toString(owner), key, value);
    }
}
