package jordfell.server.templates;

import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.LayerWord;
import jordfell.core.settings.ResolvedSetting;
import jordfell.core.settings.Setting;
import jordfell.core.settings.SettingType;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.device.Assembled;
import jordfell.server.device.OwnedLayer;
import org.jspecify.annotations.Nullable;

/**
 * The settings of one real device with where each value comes from.
 *
 * @param notes what the model leaves out of all this, one sentence each
 */
record DeviceSettings(
        long deviceId, String label, List<LayerView> layers, List<SettingView> settings, List<String> notes) {

    private static final String DOTS = "••••••••";

    /** @param stands whether it is this word that the device goes by */
    record WordView(LayerKind layer, String name, String owner, String value, boolean locked, boolean stands) {}

    /**
     * A setting of one device.
     *
     * @param kind of its type: text, whole, choice, words, yesno, host, url, zone, digitmap, version or secret
     * @param options the words to choose from; empty for anything but a choice or a list of words
     * @param usual the value when no layer speaks; empty also when some layer must
     * @param understood whether the device's family has a place for it
     * @param words every layer's word, lowest first
     */
    record SettingView(
            String key,
            String group,
            String label,
            String purpose,
            String kind,
            String unit,
            @Nullable Long min,
            @Nullable Long max,
            List<String> options,
            String usual,
            boolean restart,
            boolean perLine,
            boolean understood,
            String value,
            String problem,
            List<WordView> words) {}

    record LayerView(LayerKind layer, String name, String owner, int values) {}

    static DeviceSettings of(Assembled device) {
        List<OwnedLayer> all = all(device);
        return new DeviceSettings(
                device.device().id(),
                device.device().label(),
                all.stream()
                        .map(l -> new LayerView(
                                l.layer().kind(),
                                l.layer().name(),
                                l.owner(),
                                l.layer().words().size()))
                        .toList(),
                SettingsCatalogue.all().stream()
                        .map(setting -> view(device, all, device.setting(setting)))
                        .toList(),
                device.notes());
    }

    /** The device's layers with those of its first line, each kind of the latter merged into its own place. */
    private static List<OwnedLayer> all(Assembled device) {
        return Stream.concat(
                        device.layers().stream(),
                        device.lines().stream()
                                .limit(1)
                                .flatMap(l -> l.layers().stream()
                                        .filter(o -> o.layer().kind() == LayerKind.EXTENSION)))
                .sorted(Comparator.comparing(l -> l.layer().kind()))
                .toList();
    }

    private static SettingView view(Assembled device, List<OwnedLayer> layers, ResolvedSetting s) {
        Setting setting = s.setting();
        SettingType type = setting.type();
        Map<String, String> owners = new HashMap<>();
        layers.forEach(l -> owners.put(l.layer().kind() + l.layer().name(), l.owner()));
        List<String> options = type instanceof SettingType.Choice choice
                ? choice.options()
                : type instanceof SettingType.Words words
                        ? words.options()
                        : type instanceof SettingType.YesNo ? List.of("yes", "no") : List.of();
        SettingType.Whole whole = type instanceof SettingType.Whole w ? w : null;
        return new SettingView(
                setting.key(),
                setting.group().heading(),
                setting.label(),
                setting.purpose(),
                type.getClass().getSimpleName().toLowerCase(Locale.ROOT),
                whole == null ? "" : whole.unit(),
                whole == null ? null : whole.min(),
                whole == null ? null : whole.max(),
                options,
                setting.usual().orElse(""),
                setting.restart(),
                setting.scope() == Setting.Scope.LINE,
                device.dialect()
                        .filter(d -> d.understood().contains(setting.key()))
                        .isPresent(),
                masked(setting, s.value().orElse("")),
                s.problem().orElse(""),
                IntStream.range(0, s.words().size())
                        .mapToObj(i -> view(setting, s.words().get(i), owners, i == s.standing()))
                        .toList());
    }

    private static WordView view(Setting setting, LayerWord word, Map<String, String> owners, boolean stands) {
        return new WordView(
                word.layer(),
                word.name(),
                owners.getOrDefault(word.layer() + word.name(), ""),
                masked(setting, word.value()),
                word.locked(),
                stands);
    }

    /** A secret’s place is shown, and nothing of it. */
    static String masked(Setting setting, String value) {
        return setting.isSecret() && !value.isEmpty() ? DOTS : value;
    }
}
