package jordfell.core.release;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import jordfell.core.render.DeviceConfig;
import jordfell.core.settings.ResolvedSetting;
import jordfell.core.settings.Setting;
import jordfell.core.settings.SettingsCatalogue;

/**
 * Everything a configuration says, by place: {@code clock.zone}, {@code 2/registration.expiry} for line 2, {@code
 * 2/password}, {@code key 3}. Holds secrets; it is sealed wherever it lies.
 *
 * @param values in the order of the file
 */
public record Snapshot(Map<String, String> values) {

    private static final String PASSWORD = "password";

    public Snapshot {
        values = java.util.Collections.unmodifiableMap(new LinkedHashMap<>(values));
    }

    /** What differs between two snapshots at one place. */
    public record Change(String place, String label, String before, String after, boolean secret, boolean restart) {

        /** The change as it is told: a secret's values never are. */
        public String sentence() {
            if (secret) {
                return label + " is another one";
            }
            return label + ": " + (before.isEmpty() ? "nothing" : before) + " → "
                    + (after.isEmpty() ? "nothing" : after);
        }
    }

    public static Snapshot of(DeviceConfig config) {
        Map<String, String> values = new LinkedHashMap<>();
        values.put("label", config.label());
        config.stations().forEach(station -> {
            String line = station.position() + "/";
            values.put(line + "number", station.number());
            values.put(line + "authUser", station.authUser());
            values.put(line + PASSWORD, station.password());
            station.settings().all().forEach(s -> put(values, line, s));
        });
        config.settings().all().forEach(s -> put(values, "", s));
        config.keys()
                .forEach(key -> values.put(
                        "key " + key.position(), key.kind().word() + " " + key.target() + " “" + key.label() + "”"));
        return new Snapshot(values);
    }

    /** What changes from the earlier snapshot to this one, in the order of places. */
    public List<Change> since(Snapshot earlier) {
        List<Change> changes = new ArrayList<>();
        Set<String> places = new java.util.LinkedHashSet<>(values.keySet());
        places.addAll(earlier.values.keySet());
        for (String place : places) {
            String before = earlier.values.getOrDefault(place, "");
            String after = values.getOrDefault(place, "");
            if (!before.equals(after)) {
                changes.add(change(place, before, after));
            }
        }
        return changes;
    }

    /** Changes with those that all lines share told once. */
    public static List<String> sentences(List<Change> changes) {
        Map<String, Set<String>> linesBySentence = new LinkedHashMap<>();
        for (Change change : changes) {
            int slash = change.place().indexOf('/');
            linesBySentence
                    .computeIfAbsent(change.sentence(), k -> new TreeSet<>())
                    .add(slash < 0 ? "" : change.place().substring(0, slash));
        }
        return linesBySentence.entrySet().stream()
                .map(e -> e.getValue().size() == 1
                                && !e.getValue().contains("")
                                && !e.getValue().contains("1")
                        ? "Line " + e.getValue().iterator().next() + ": " + e.getKey()
                        : e.getKey())
                .toList();
    }

    private static void put(Map<String, String> values, String line, ResolvedSetting s) {
        values.put(line + s.setting().key(), s.value().orElse(""));
    }

    private static Change change(String place, String before, String after) {
        String key = place.substring(place.indexOf('/') + 1);
        Optional<Setting> setting = SettingsCatalogue.find(key);
        String label = setting.map(Setting::label)
                .orElse(
                        switch (key) {
                            case PASSWORD -> "Password";
                            case "number" -> "Extension";
                            case "authUser" -> "Authentication user";
                            case "label" -> "Label";
                            default -> "K" + key.substring(1);
                        });
        return new Change(
                place,
                label,
                before,
                after,
                isSecret(place),
                setting.filter(Setting::restart).isPresent());
    }

    private static boolean isSecret(String place) {
        String key = place.substring(place.indexOf('/') + 1);
        return key.equals(PASSWORD)
                || SettingsCatalogue.find(key).filter(Setting::isSecret).isPresent();
    }

    /** All that is secret in it. */
    public List<String> secrets() {
        return values.entrySet().stream()
                .filter(e -> isSecret(e.getKey()) && !e.getValue().isEmpty())
                .map(Map.Entry::getValue)
                .toList();
    }

    @Override
    public String toString() {
        return "Snapshot[" + values.size() + " places]";
    }
}
