package jordfell.core.settings;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import jordfell.core.formula.Vocabulary;
import jordfell.core.settings.Setting.Scope;

/** Decides each setting's value from the layers, and keeps what every layer said. */
public final class SettingsResolver {

    /** Every setting of which no layer speaks: the same for all devices. */
    private static final Map<String, ResolvedSetting> UNSPOKEN = SettingsCatalogue.all().stream()
            .collect(Collectors.toUnmodifiableMap(
                    Setting::key,
                    setting -> new ResolvedSetting(
                            setting,
                            setting.usual(),
                            List.of(),
                            -1,
                            setting.usual().isPresent()
                                    ? Optional.empty()
                                    : Optional.of("No layer sets it; set it for the site or in the template."))));

    private SettingsResolver() {}

    /** Resolves where formulas know nothing: every name is empty. */
    public static ResolvedSettings resolve(Scope scope, List<Layer> layers) {
        return resolve(scope, layers, SettingNames.NOTHING);
    }

    /**
     * Resolves all settings of a scope.
     *
     * @param layers in any order; two of one kind keep their order, the later winning: a template after the one it extends
     * @param values what the names in formulas stand for
     */
    public static ResolvedSettings resolve(Scope scope, List<Layer> layers, Vocabulary.Values values) {
        Map<String, List<LayerWord>> spoken = spoken(layers);
        List<Setting> settings = SettingsCatalogue.of(scope);
        List<ResolvedSetting> resolved = new ArrayList<>(settings.size());
        for (Setting setting : settings) {
            List<LayerWord> words = spoken.get(setting.key());
            resolved.add(words == null ? UNSPOKEN.get(setting.key()) : resolve(setting, words, values));
        }
        return new ResolvedSettings(resolved);
    }

    /** The words of all layers by setting, lowest first: layers say little, settings are many. */
    private static Map<String, List<LayerWord>> spoken(List<Layer> layers) {
        List<Layer> lowestFirst = new ArrayList<>(layers);
        lowestFirst.sort(Comparator.comparing(Layer::kind));
        Map<String, List<LayerWord>> spoken = new HashMap<>();
        for (Layer layer : lowestFirst) {
            layer.words()
                    .forEach((key, word) ->
                            spoken.computeIfAbsent(key, k -> new ArrayList<>(4)).add(word));
        }
        return spoken;
    }

    private static ResolvedSetting resolve(Setting setting, List<LayerWord> words, Vocabulary.Values values) {
        int standing = words.size() - 1;
        for (int i = 0; i < words.size(); i++) {
            if (words.get(i).locked()) {
                standing = i;
                break;
            }
        }
        LayerWord.Outcome outcome = words.get(standing).workOut(setting, values);
        return new ResolvedSetting(setting, Optional.of(outcome.value()), words, standing, outcome.problem());
    }
}
