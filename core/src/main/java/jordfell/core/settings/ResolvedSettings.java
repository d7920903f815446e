package jordfell.core.settings;

import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** All settings of one scope, resolved, in the catalogue's order. */
public final class ResolvedSettings {

    private final List<ResolvedSetting> all;
    private final Map<String, ResolvedSetting> byKey;

    public ResolvedSettings(List<ResolvedSetting> all) {
        this.all = List.copyOf(all);
        this.byKey = new HashMap<>(all.size() * 2);
        all.forEach(s -> byKey.put(s.setting().key(), s));
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
        ResolvedSetting setting = byKey.get(key);
        if (setting == null) {
            throw new IllegalArgumentException("no such setting here: " + key);
        }
        return setting;
    }

    public List<ResolvedSetting> problems() {
        return all.stream().filter(s -> s.problem().isPresent()).toList();
    }
}
