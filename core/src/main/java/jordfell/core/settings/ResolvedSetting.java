package jordfell.core.settings;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;

/**
 * A setting's value with its provenance.
 *
 * @param value what it comes to for this device or line; empty if nothing gives one
 * @param words every layer's word, lowest first. Empty: only the catalogue's usual value speaks.
 * @param standing which of the words stands: the last one, or the first that is locked; -1 for none
 * @param problem why the value can't be used
 */
public record ResolvedSetting(
        Setting setting, Optional<String> value, List<LayerWord> words, int standing, Optional<String> problem) {

    /** The layer whose word stands, or empty when it is the catalogue's usual value. */
    public Optional<LayerWord> winner() {
        return standing < 0 ? Optional.empty() : Optional.of(words.get(standing));
    }

    /** The same with another value; one that has none, or an empty one, keeps it. */
    ResolvedSetting worth(String other) {
        return value.filter(v -> !v.isEmpty()).isEmpty()
                ? this
                : new ResolvedSetting(setting, Optional.of(other), words, standing, problem);
    }

    /** The words below the one that stands, nearest first. */
    public List<LayerWord> overridden() {
        List<LayerWord> lower = new ArrayList<>(words.subList(0, Math.max(0, standing)));
        Collections.reverse(lower);
        return lower;
    }

    /** Words that would win if a lock beneath them did not keep them out. */
    public List<LayerWord> lockedOut() {
        return words.subList(standing + 1, words.size());
    }
}
