package jordfell.server.demo;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import jordfell.core.keys.KeyFill;
import jordfell.core.keys.KeyKind;
import jordfell.core.keys.KeyWish;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.records.KeyLayoutStore;
import jordfell.server.records.SettingStore;
import jordfell.server.records.TemplateStore;
import org.springframework.stereotype.Component;

/** The demo's templates: what its domains, templates and keys say before the first phone is unboxed. */
@Component
class DemoTemplates {

    private final TemplateStore templates;
    private final SettingStore settings;
    private final KeyLayoutStore layouts;
    private final Map<String, Long> ids = new LinkedHashMap<>();

    DemoTemplates(TemplateStore templates, SettingStore settings, KeyLayoutStore layouts) {
        this.templates = templates;
        this.settings = settings;
        this.layouts = layouts;
    }

    long id(String name) {
        return ids.get(name);
    }

    void build(long tarnholm, long auction) {
        for (String name : List.of("Back office", "Front of house", "Ticket window", "Gate", "Watch room")) {
            ids.put(name, templates.add(tarnholm, name));
        }
        ids.put("Auction floor", templates.add(auction, "Auction floor"));
        extend("Ticket window", "Front of house", "Windows 1 to 9 on the pier. One call at a time: people queue.");
        extend("Gate", "Front of house", "");
        for (long domain : List.of(tarnholm, auction)) {
            set(LayerKind.DOMAIN, domain, SettingsCatalogue.RETRY, "10");
            set(LayerKind.DOMAIN, domain, SettingsCatalogue.CHECK_EVERY, "300");
        }
        settings.put(
                LayerKind.DOMAIN,
                Long.toString(tarnholm),
                SettingsCatalogue.DIGIT_MAP,
                "[2-4]xxx|0x.T|*86|*8378|112|911|999",
                true);
        set(LayerKind.DOMAIN, tarnholm, "phonebook.first", DemoDirectory.QUAY);
        set(LayerKind.DOMAIN, tarnholm, SettingsCatalogue.PHONEBOOK_EVERY, "1800");
        template("Front of house", "phonebook.second", DemoDirectory.FRONT);
        template("Back office", "phonebook.second", DemoDirectory.HARBOURS);
        template("Front of house", SettingsCatalogue.BACKLIGHT, "0");
        template("Front of house", "screen.idle-text", "{{ site.name }} · {{ device.label }}");
        template("Ticket window", SettingsCatalogue.CALL_WAITING, "no");
        template("Ticket window", "calls.unanswered-after", "15");
        template("Auction floor", SettingsCatalogue.LANGUAGE, "sv");
        keys();
    }

    private void keys() {
        layout(
                "Front of house",
                Map.of(
                        1, new KeyWish(KeyKind.LINE, "1", ""),
                        2, new KeyWish(KeyKind.VOICEMAIL, "", ""),
                        3, new KeyWish(KeyKind.BLF, "2400", "Harbour radio"),
                        4, new KeyWish(KeyKind.PAGE, "1", "Quay loudspeaker")));
        layout(
                "Ticket window",
                Map.of(
                        5,
                        new KeyWish(
                                KeyKind.BLF,
                                "",
                                "",
                                Optional.of(new KeyFill("Harbour office", KeyFill.Order.EXTENSION)))));
        layout(
                "Back office",
                Map.of(
                        1, new KeyWish(KeyKind.LINE, "1", ""),
                        2, new KeyWish(KeyKind.LINE, "2", ""),
                        3, new KeyWish(KeyKind.VOICEMAIL, "", ""),
                        4, new KeyWish(KeyKind.DIRECTORY, "", ""),
                        5, new KeyWish(KeyKind.PARK, "1", "Park 1"),
                        13, new KeyWish(KeyKind.BLF, "2001", "Ida Sørvik")));
    }

    private void extend(String name, String parent, String note) {
        long version = templates.find(id(name)).orElseThrow().version();
        templates.change(id(name), name, Optional.of(id(parent)), note, version);
    }

    private void template(String name, String key, String value) {
        set(LayerKind.TEMPLATE, id(name), key, value);
    }

    private void set(LayerKind layer, long owner, String key, String value) {
        settings.put(layer, Long.toString(owner), key, value);
    }

    private void layout(String name, Map<Integer, KeyWish> wishes) {
        layouts.put(LayerKind.TEMPLATE, Long.toString(id(name)), new TreeMap<>(wishes), 0);
    }
}
