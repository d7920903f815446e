package jordfell.core.settings;

import java.util.List;

/** All settings of one scope, resolved, in the catalogue's order. */
public record ResolvedSettings(List<ResolvedSetting> all) {

    public ResolvedSettings {
        all = List.copyOf(all);
    }

    /** The value that stands, or empty text when there is none. */
    public String value(String key) {
        return get(key).value().orElse("");
    }

    public ResolvedSetting get(String key) {
        return all.stream()
                .filter(s -> s.setting().key().equals(key))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no such setting here: " + key));
    }

    public List<ResolvedSetting> problems() {
        return all.stream().filter(s -> s.problem().isPresent()).toList();
    }
}
