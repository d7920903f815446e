package jordfell.core.settings;

import java.util.Optional;
import jordfell.core.formula.Formula;
import jordfell.core.formula.Vocabulary;

/**
 * One layer's word on one setting, made ready to be worked out for any device.
 *
 * @param name the thing that speaks, as people call it
 * @param value as it was written: a literal, text with {@code {{ }}} or a formula after {@code =}
 * @param locked whether nothing above may override it
 */
public record LayerWord(LayerKind layer, String name, String value, boolean locked, Ready ready) {

    /** What was found out about a word once, for all devices. */
    sealed interface Ready {
        /** It stands for itself; with what is wrong with it. */
        record Literal(Outcome outcome) implements Ready {}

        record Worked(Formula formula) implements Ready {}

        record Broken(String reason) implements Ready {}
    }

    static LayerWord of(LayerKind layer, String name, Setting setting, String value, boolean locked) {
        return new LayerWord(layer, name, value, locked, ready(setting, value));
    }

    /** A value, or why there is none; a value that can't be used comes with what is wrong with it. */
    record Outcome(String value, Optional<String> problem) {}

    Outcome workOut(Setting setting, Vocabulary.Values values) {
        if (ready instanceof Ready.Literal literal) {
            return literal.outcome();
        } else if (ready instanceof Ready.Worked worked) {
            Formula.Outcome outcome = worked.formula().evaluate(values);
            if (outcome instanceof Formula.Outcome.Text text) {
                return new Outcome(
                        text.text(),
                        setting.refuse(text.text())
                                .map(p -> "“" + value + "” in " + name + " gives what can’t be used. " + p));
            }
            return new Outcome("", Optional.of("In " + name + ": " + ((Formula.Outcome.Failed) outcome).reason()));
        }
        return new Outcome("", Optional.of("In " + name + ": " + ((Ready.Broken) ready).reason()));
    }

    private static Ready ready(Setting setting, String value) {
        if (setting.isSecret() || !Formula.isWorkedOut(value)) {
            return new Ready.Literal(new Outcome(value, setting.refuse(value)));
        }
        Formula.Compiled compiled = SettingNames.FORMULAS.compile(value);
        return compiled instanceof Formula.Compiled.Good good
                ? new Ready.Worked(good.formula())
                : new Ready.Broken(((Formula.Compiled.Bad) compiled).reason());
    }

    @Override
    public String toString() {
        return layer + " " + name;
    }
}
