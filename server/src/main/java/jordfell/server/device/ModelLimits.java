package jordfell.server.device;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.keys.KeyBank;
import jordfell.core.keys.KeyPlan;
import jordfell.core.render.Dialect;
import jordfell.core.settings.ResolvedSetting;
import jordfell.core.settings.ResolvedSettings;
import jordfell.core.settings.SettingsCatalogue;

/** What a model can't do: what keeps its configuration from being made, and what it merely leaves out. */
final class ModelLimits {

    private ModelLimits() {}

    /**
     * Why a device of this model can't be given these lines.
     *
     * @param transports how the model can travel; none if that is not known
     */
    static List<String> problems(DeviceModel model, List<String> transports, List<Assembled.Line> lines) {
        List<String> problems = new ArrayList<>();
        if (lines.size() > model.lines()) {
            problems.add(
                    "It has " + lines.size() + " lines; the " + model.fullName() + " holds " + model.lines() + ".");
        }
        lines.stream()
                .map(line -> line.settings().value(SettingsCatalogue.TRANSPORT))
                .distinct()
                .filter(transport ->
                        !transports.isEmpty() && !transports.contains(transport) && !transport.equals("dns"))
                .forEach(transport -> problems.add("Transport: the " + model.fullName() + " can’t " + transport + "; "
                        + String.join(", ", transports) + " it can."));
        return problems;
    }

    /** What a device of this model leaves out of all that is set for it, one sentence each. */
    static List<String> notes(
            DeviceModel model,
            KeyBank bank,
            KeyPlan keys,
            Optional<Dialect> dialect,
            ResolvedSettings settings,
            List<Assembled.Line> lines) {
        List<String> notes = new ArrayList<>();
        dialect.map(d -> ignored(d, settings, lines))
                .filter(labels -> !labels.isEmpty())
                .ifPresent(labels ->
                        notes.add("Ignored by the " + model.fullName() + ": " + String.join(", ", labels) + "."));
        if (dialect.filter(Dialect::understandsKeys).isPresent()) {
            keys.misfitSentence(bank).ifPresent(notes::add);
        } else if (!keys.placed().isEmpty() || !keys.misfits().isEmpty()) {
            notes.add("The " + model.fullName() + " has no keys to lay out.");
        }
        return notes;
    }

    /** Labels of settings that somebody set and that its family's files have no place for. */
    private static List<String> ignored(Dialect dialect, ResolvedSettings settings, List<Assembled.Line> lines) {
        return Stream.concat(settings.all().stream(), lines.stream().limit(1).flatMap(l -> l.settings().all().stream()))
                .filter(s -> s.winner().isPresent())
                .filter(s -> !dialect.understood().contains(s.setting().key()))
                .filter(s -> !Objects.equals(s.value(), s.setting().usual()))
                .map(ResolvedSetting::setting)
                .map(setting -> setting.label())
                .toList();
    }
}
