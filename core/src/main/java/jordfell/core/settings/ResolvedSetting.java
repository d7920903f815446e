package jordfell.core.settings;

import java.util.List;
import java.util.Optional;

/**
 * A setting's value with its provenance.
 *
 * @param words every layer's word, lowest first; the last one wins. Empty: only the catalogue's default speaks.
 * @param problem why the winning value can't be used
 */
public record ResolvedSetting(
        Setting setting, Optional<String> value, List<LayerWord> words, Optional<String> problem) {

    public ResolvedSetting {
        words = List.copyOf(words);
    }

    /** The layer whose word stands, or empty when it is the catalogue's default. */
    public Optional<LayerWord> winner() {
        return words.isEmpty() ? Optional.empty() : Optional.of(words.get(words.size() - 1));
    }

    /** The words that were overridden, nearest first. */
    public List<LayerWord> overridden() {
        List<LayerWord> lower = new java.util.ArrayList<>(words.subList(0, Math.max(0, words.size() - 1)));
        java.util.Collections.reverse(lower);
        return lower;
    }
}
