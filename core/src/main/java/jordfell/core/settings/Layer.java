package jordfell.core.settings;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What one layer says, made ready for any device.
 *
 * @param name the thing that speaks, as people call it: a site's or template's name
 * @param words its words by setting key; keys that no catalogue knows are left out
 */
public record Layer(LayerKind kind, String name, Map<String, LayerWord> words) {

    /** The name of the layer that nobody wrote: what is made for each device by itself. */
    public static final String MADE = "made for this device";

    public Layer {
        words = Map.copyOf(words);
    }

    /** A layer with these raw values, of which none is locked. */
    public static Layer of(LayerKind kind, String name, Map<String, String> values) {
        return of(kind, name, values, Set.of());
    }

    /**
     * A layer with these raw values.
     *
     * @param locked keys of those that no layer above may override
     */
    public static Layer of(LayerKind kind, String name, Map<String, String> values, Set<String> locked) {
        Map<String, LayerWord> words = new HashMap<>();
        values.forEach((key, value) -> SettingsCatalogue.find(key)
                .ifPresent(setting -> words.put(key, LayerWord.of(kind, name, setting, value, locked.contains(key)))));
        return new Layer(kind, name, words);
    }

    /** The same with another word on one setting; empty takes it away. */
    public Layer with(Setting setting, Optional<String> value) {
        Map<String, LayerWord> changed = new HashMap<>(words);
        changed.remove(setting.key());
        boolean locked =
                words.containsKey(setting.key()) && words.get(setting.key()).locked();
        value.ifPresent(v -> changed.put(setting.key(), LayerWord.of(kind, name, setting, v, locked)));
        return new Layer(kind, name, changed);
    }
}
