package jordfell.core.settings;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.settings.Setting.Scope;

/** Decides each setting's value from the layers, and keeps what every layer said. */
public final class SettingsResolver {

    private SettingsResolver() {}

    /**
     * Resolves all settings of a scope.
     *
     * @param layers in any order; two of one kind keep their order, the later winning
     */
    public static ResolvedSettings resolve(Scope scope, List<Layer> layers) {
        List<Layer> lowestFirst = new ArrayList<>(layers);
        lowestFirst.sort(java.util.Comparator.comparing(Layer::kind));
        return new ResolvedSettings(SettingsCatalogue.of(scope).stream()
                .map(setting -> resolve(setting, lowestFirst))
                .toList());
    }

    private static ResolvedSetting resolve(Setting setting, List<Layer> lowestFirst) {
        List<LayerWord> words = lowestFirst.stream()
                .filter(layer -> layer.values().containsKey(setting.key()))
                .map(layer ->
                        new LayerWord(layer.kind(), layer.name(), layer.values().get(setting.key())))
                .toList();
        Optional<String> value = words.isEmpty()
                ? setting.fallback()
                : Optional.of(words.get(words.size() - 1).value());
        Optional<String> problem = value.isEmpty()
                ? Optional.of("No layer sets it; set it for the site or in the template.")
                : words.isEmpty() ? Optional.empty() : setting.type().refuse(value.get());
        return new ResolvedSetting(setting, value, words, problem);
    }
}
