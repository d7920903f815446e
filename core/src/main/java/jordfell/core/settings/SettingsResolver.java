package jordfell.core.settings;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import jordfell.core.formula.Vocabulary;
import jordfell.core.settings.Setting.Scope;

/** Decides each setting's value from the layers, and keeps what every layer said. */
public final class SettingsResolver {

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
        List<Layer> lowestFirst = new ArrayList<>(layers);
        lowestFirst.sort(Comparator.comparing(Layer::kind));
        List<Setting> settings = SettingsCatalogue.of(scope);
        List<ResolvedSetting> resolved = new ArrayList<>(settings.size());
        for (Setting setting : settings) {
            resolved.add(resolve(setting, lowestFirst, values));
        }
        return new ResolvedSettings(resolved);
    }

    private static ResolvedSetting resolve(Setting setting, List<Layer> lowestFirst, Vocabulary.Values values) {
        List<LayerWord> words = List.of();
        int lock = -1;
        for (Layer layer : lowestFirst) {
            LayerWord word = layer.word(setting.key());
            if (word != null) {
                if (words.isEmpty()) {
                    words = new ArrayList<>(4);
                }
                if (lock < 0 && word.locked()) {
                    lock = words.size();
                }
                words.add(word);
            }
        }
        if (words.isEmpty()) {
            return new ResolvedSetting(
                    setting,
                    setting.usual(),
                    words,
                    -1,
                    setting.usual().isPresent()
                            ? Optional.empty()
                            : Optional.of("No layer sets it; set it for the site or in the template."));
        }
        int standing = lock < 0 ? words.size() - 1 : lock;
        LayerWord.Outcome outcome = words.get(standing).workOut(setting, values);
        return new ResolvedSetting(setting, Optional.of(outcome.value()), words, standing, outcome.problem());
    }
}
