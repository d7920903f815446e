package jordfell.bench;

import com.samskivert.mustache.Mustache;
import com.samskivert.mustache.Template;
import java.lang.management.ManagementFactory;
import java.lang.management.MemoryPoolMXBean;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import jordfell.core.formula.Vocabulary;
import jordfell.core.render.DeviceConfig;
import jordfell.core.render.Dialect;
import jordfell.core.render.Dialects;
import jordfell.core.render.Escaping;
import jordfell.core.render.Station;
import jordfell.core.settings.Layer;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.ResolvedSettings;
import jordfell.core.settings.Setting.Scope;
import jordfell.core.settings.SettingNames;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.core.settings.SettingsResolver;

/**
 * Resolving all settings of a device from seven layers, with formulas, and rendering its file, against running the same
 * Mustache body on values that lie ready.
 */
final class RenderBench {

    private static final int READY_MADE = 500;

    private final Dialect dialect = Dialects.of("korrin");
    private final List<Layer> shared = List.of(
            layer(LayerKind.MODEL, "Korrin K24", Map.of("screen.brightness", "8")),
            layer(
                    LayerKind.DOMAIN,
                    "voice.tarnholm.example",
                    Map.of(
                            "registration.registrar", "voice.tarnholm.example",
                            "registration.expiry", "1800",
                            "calls.digit-map", "[2-4]xxx|0x.T|112",
                            "phonebook.first", "http://192.0.2.53/books/{{ domain.name }}.xml",
                            "calls.voicemail", "*86")),
            layer(
                    LayerKind.SITE,
                    "Eskvik Pier",
                    Map.of(
                            "clock.zone", "Etc/GMT-1",
                            "clock.server", "ntp.tarnholm.example",
                            "network.vlan", "20",
                            "network.host-name", "phone-{{ device.mac }}")),
            layer(
                    LayerKind.TEMPLATE,
                    "Front of house",
                    Map.of(
                            "screen.backlight", "0",
                            "screen.idle-text", "{{ site.name }} · {{ device.label }}",
                            "registration.local-port", "= 20000 + int(extension.number)",
                            "calls.waiting", "= model.keys >= 24",
                            "registration.expiry", "900",
                            "calls.unanswered-after", "20")),
            layer(
                    LayerKind.TEMPLATE,
                    "Ticket window",
                    Map.of(
                            "calls.unanswered-after", "15",
                            "screen.line-label", "{{ person.first }} {{ extension.number }}",
                            "screen.language", "= person.language == '' ? 'en' : person.language",
                            "diagnostics.quality", "{{ extension.number }}@reports.example",
                            "calls.forward-busy", "= extension.number.startsWith('24') ? '2400' : ''")));

    /** Seconds to resolve and render so many devices, one after another. */
    double rendered(int devices) {
        long length = 0;
        long start = System.nanoTime();
        for (int i = 0; i < devices; i++) {
            length += render(i).length();
        }
        double seconds = (System.nanoTime() - start) / 1e9;
        if (length < devices * 1_000L) {
            throw new IllegalStateException("nothing was rendered");
        }
        return seconds;
    }

    /** Seconds to run the bare body on ready-made values so often. */
    double bare(int devices) {
        Template body = Mustache.compiler()
                .withEscaper(Escaping.KEY_VALUE::escape)
                .compile(dialect.family().body());
        List<Map<String, Object>> ready = new ArrayList<>();
        for (int i = 0; i < READY_MADE; i++) {
            ready.add(readyMade(i));
        }
        long length = 0;
        long start = System.nanoTime();
        for (int i = 0; i < devices; i++) {
            length += body.execute(ready.get(i % READY_MADE)).length();
        }
        double seconds = (System.nanoTime() - start) / 1e9;
        if (length < devices * 1_000L) {
            throw new IllegalStateException("nothing was rendered");
        }
        return seconds;
    }

    /** Megabytes that are still in use after rendering so many devices and collecting what is not. */
    double megabytesKept(int devices) {
        rendered(devices);
        System.gc();
        long used = 0;
        for (MemoryPoolMXBean pool : ManagementFactory.getMemoryPoolMXBeans()) {
            if (pool.getCollectionUsage() != null) {
                used += pool.getCollectionUsage().getUsed();
            }
        }
        return used / 1e6;
    }

    private String render(int i) {
        String number = Integer.toString(2_000 + i % 8_000);
        String mac = String.format(Locale.ROOT, "024b7a%06x", i);
        Map<String, Map<String, String>> known = new HashMap<>();
        known.put("device", Map.of("label", "Window " + i, "mac", mac, "serial", ""));
        known.put("model", Map.of("name", "Korrin K24", "keys", "12", "lines", "6", "pages", "1"));
        known.put("site", Map.of("name", "Eskvik Pier"));
        known.put("domain", Map.of("name", "voice.tarnholm.example", "realm", "voice.tarnholm.example"));
        known.put("extension", Map.of("number", number, "name", "Person " + i, "user", number + "-a"));
        known.put("person", Map.of("name", "Person " + i, "first", "Person", "last", Integer.toString(i)));
        known.put("line", Map.of("position", "1"));
        Vocabulary.Values values = SettingNames.VOCABULARY.values(known);
        List<Layer> layers = new ArrayList<>(shared);
        layers.add(Layer.of(LayerKind.EXTENSION, "Extension " + number, Map.of("calls.pick-up", "*8")));
        layers.add(Layer.of(LayerKind.DEVICE, "this device", Map.of("diagnostics.log-level", "6")));
        ResolvedSettings device = SettingsResolver.resolve(Scope.DEVICE, layers, values);
        ResolvedSettings line = SettingsResolver.resolve(Scope.LINE, layers, values);
        if (!device.problems().isEmpty() || !line.problems().isEmpty()) {
            throw new IllegalStateException(device.problems() + " " + line.problems());
        }
        return dialect.render(new DeviceConfig(
                "Window " + i,
                mac,
                List.of(new Station(1, number, number + "-a", "correct horse " + i, line)),
                device,
                List.of()));
    }

    private static Map<String, Object> readyMade(int i) {
        Map<String, Object> station = new HashMap<>(Map.of(
                "position",
                "1",
                "number",
                Integer.toString(2_000 + i),
                "authUser",
                2_000 + i + "-a",
                "password",
                "correct horse " + i,
                "more",
                false));
        Map<String, Object> device =
                new HashMap<>(Map.of("label", "Window " + i, "mac", "024b7a000000", "keys", List.of()));
        SettingsCatalogue.all()
                .forEach(setting -> (setting.scope() == Scope.LINE ? station : device)
                        .put(
                                (setting.scope() == Scope.LINE ? "line." : "setting.") + setting.key(),
                                setting.usual().orElse("voice.tarnholm.example")));
        device.put("stations", List.of(station));
        return device;
    }

    private static Layer layer(LayerKind kind, String name, Map<String, String> values) {
        return Layer.of(kind, name, values, Set.of());
    }
}
