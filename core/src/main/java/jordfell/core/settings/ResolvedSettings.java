package jordfell.core.settings;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/** All settings of one scope, resolved, in the catalogue's order. */
public final class ResolvedSettings {

    private final List<ResolvedSetting> all;

    public ResolvedSettings(List<ResolvedSetting> all) {
        this.all = List.copyOf(all);
    }

    public List<ResolvedSetting> all() {
        return all;
    }

    /** The value that stands, or empty text when there is none. */
    public String value(String key) {
        return get(key).value().orElse("");
    }

    /** One of them. @throws IllegalArgumentException if this scope has no such setting */
    public ResolvedSetting get(String key) {
        int place = SettingsCatalogue.place(key);
        if (place < 0 || place >= all.size() || !all.get(place).setting().key().equals(key)) {
            throw new IllegalArgumentException("no such setting here: " + key);
        }
        return all.get(place);
    }

    /** The same with other values for these, wherever they came from; a setting that has no value keeps none. */
    public ResolvedSettings with(Map<String, String> values) {
        return values.isEmpty()
                ? this
                : new ResolvedSettings(all.stream()
                        .map(s -> Optional.ofNullable(values.get(s.setting().key()))
                                .map(s::worth)
                                .orElse(s))
                        .toList());
    }

    public List<ResolvedSetting> problems() {
        return all.stream().filter(s -> s.problem().isPresent()).toList();
    }
}
