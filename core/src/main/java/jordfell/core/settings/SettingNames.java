package jordfell.core.settings;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jordfell.core.formula.Formula;
import jordfell.core.formula.Formulas;
import jordfell.core.formula.Vocabulary;

/** The names that a setting's formula may use, and what a layer may say. */
public final class SettingNames {

    public static final Vocabulary VOCABULARY =
            new Vocabulary(things(), Set.of("model.lines", "model.keys", "model.pages", "line.position"));

    /** Compiles and remembers the formulas of all layers. */
    public static final Formulas FORMULAS = new Formulas(VOCABULARY);

    /** For where nothing is known yet: empty text and 0 for every name. */
    public static final Vocabulary.Values NOTHING = VOCABULARY.values(Map.of());

    private SettingNames() {}

    /** Why no layer can say this of the setting, before any device is looked at: a formula is compiled, a literal checked. */
    public static Optional<String> refuse(Setting setting, String value) {
        if (setting.isSecret() || !Formula.isWorkedOut(value)) {
            return setting.refuse(value);
        }
        return FORMULAS.compile(value) instanceof Formula.Compiled.Bad bad
                ? Optional.of(bad.reason())
                : Optional.empty();
    }

    private static Map<String, List<String>> things() {
        Map<String, List<String>> things = new LinkedHashMap<>();
        things.put("device", List.of("label", "mac", "serial"));
        things.put("model", List.of("name", "maker", "family", "kind", "lines", "keys", "pages"));
        things.put("site", List.of("name"));
        things.put("domain", List.of("name", "realm"));
        things.put("line", List.of("position"));
        things.put("extension", List.of("number", "name", "user", "outgoing"));
        things.put("person", List.of("name", "first", "last", "email", "mobile", "department", "language", "zone"));
        return things;
    }
}
