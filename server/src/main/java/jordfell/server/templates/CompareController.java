package jordfell.server.templates;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import jordfell.core.path.Condition;
import jordfell.core.path.Stop;
import jordfell.core.settings.LayerWord;
import jordfell.core.settings.ResolvedSetting;
import jordfell.core.settings.Setting;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.device.DeviceLayers;
import jordfell.server.device.FactsAssembler;
import jordfell.server.device.FactsAssembler.Assembled;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStateStore;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Two devices side by side: this one works, that one doesn't, and these settings differ. */
@RestController
@RequestMapping(path = "/api/compare", produces = "application/json")
class CompareController {

    private static final String DOTS = "••••••••";

    /** Differ on any two devices, and say nothing of why one works. */
    private static final Set<String> OF_ITS_OWN = Set.of(SettingsCatalogue.LINE_LABEL, SettingsCatalogue.LOCAL_PORT);

    /**
     * One of the two.
     *
     * @param why what is known to be wrong with it, in one sentence; empty if nothing is
     */
    record Side(
            long id,
            String label,
            String model,
            String site,
            String template,
            String firmware,
            Condition condition,
            String word,
            String why,
            String rail) {}

    /**
     * A difference.
     *
     * @param line the line's position; 0 for the device as a whole
     * @param oneFrom the layer that the value comes from
     * @param expected whether it differs on any two devices: a label, a port of its own, a formula that gives each its own
     */
    record SettingDifference(
            String group,
            String label,
            int line,
            String one,
            String oneFrom,
            String other,
            String otherFrom,
            boolean expected) {}

    /** @param sentence what came of it, in one sentence */
    record Comparison(Side one, Side other, String sentence, int same, List<SettingDifference> differences) {}

    private final DeviceStateStore states;
    private final FactsAssembler facts;

    CompareController(DeviceStateStore states, FactsAssembler facts) {
        this.states = states;
        this.facts = facts;
    }

    @GetMapping
    Comparison compare(@RequestParam long one, @RequestParam long other) {
        if (one == other) {
            throw RefusedException.field("/other", "That is the same device.", "Choose another one.");
        }
        Assembled first = get(one);
        Assembled second = get(other);
        List<SettingDifference> differences = new ArrayList<>();
        records(first, second, differences);
        int same = 0;
        for (Setting setting : SettingsCatalogue.all()) {
            same += settings(setting, first, second, differences);
        }
        Side left = side(first);
        Side right = side(second);
        return new Comparison(left, right, sentence(left, right, differences), same, differences);
    }

    /** What the records say beside settings. */
    private void records(Assembled a, Assembled b, List<SettingDifference> differences) {
        Side one = side(a);
        Side other = side(b);
        record("Model", one.model(), other.model(), differences);
        record("Site", one.site(), other.site(), differences);
        record("Template", one.template(), other.template(), differences);
        record("Firmware", one.firmware(), other.firmware(), differences);
        record(
                "Lines",
                Integer.toString(a.lines().size()),
                Integer.toString(b.lines().size()),
                differences);
    }

    private static void record(String label, String one, String other, List<SettingDifference> differences) {
        if (!one.equals(other)) {
            differences.add(new SettingDifference("Records", label, 0, one, "", other, "", false));
        }
    }

    /** Adds where a setting differs; gives 1 if it does nowhere. */
    private static int settings(Setting setting, Assembled a, Assembled b, List<SettingDifference> differences) {
        int before = differences.size();
        if (setting.scope() == Setting.Scope.DEVICE) {
            differ(setting, 0, a.settings().get(setting.key()), b.settings().get(setting.key()), differences);
        } else {
            Map<List<String>, SettingDifference> told = new LinkedHashMap<>();
            for (int i = 0; i < Math.min(a.lines().size(), b.lines().size()); i++) {
                List<SettingDifference> ofLine = new ArrayList<>();
                differ(
                        setting,
                        a.lines().get(i).position(),
                        a.lines().get(i).settings().get(setting.key()),
                        b.lines().get(i).settings().get(setting.key()),
                        ofLine);
                ofLine.forEach(d -> told.putIfAbsent(List.of(d.one(), d.other()), d));
            }
            differences.addAll(told.values());
        }
        return differences.size() == before ? 1 : 0;
    }

    private static void differ(
            Setting setting, int line, ResolvedSetting a, ResolvedSetting b, List<SettingDifference> differences) {
        if (!Objects.equals(a.value(), b.value())) {
            differences.add(new SettingDifference(
                    setting.group().heading(),
                    setting.label(),
                    line,
                    shown(setting, a),
                    from(a),
                    shown(setting, b),
                    from(b),
                    OF_ITS_OWN.contains(setting.key()) || bothMade(a, b) || sameFormula(a, b)));
        }
    }

    /** Both go by the same word, which gives each device something of its own. */
    private static boolean sameFormula(ResolvedSetting a, ResolvedSetting b) {
        return a.winner().isPresent()
                && a.winner().map(LayerWord::value).equals(b.winner().map(LayerWord::value))
                && a.winner().map(LayerWord::layer).equals(b.winner().map(LayerWord::layer));
    }

    /** Nobody wrote either: each device has one of its own by itself. */
    private static boolean bothMade(ResolvedSetting a, ResolvedSetting b) {
        return from(a).equals(DeviceLayers.MADE) && from(b).equals(DeviceLayers.MADE);
    }

    private static String shown(Setting setting, ResolvedSetting s) {
        String value = s.value().orElse("");
        return setting.isSecret() && !value.isEmpty() ? DOTS : value;
    }

    private static String from(ResolvedSetting s) {
        return s.winner().map(LayerWord::name).orElse("usual value");
    }

    private static String sentence(Side one, Side other, List<SettingDifference> differences) {
        long settings = differences.stream()
                .filter(d -> !d.group().equals("Records") && !d.expected())
                .count();
        String count = settings == 0
                ? "no setting differs"
                : settings == 1 ? "1 setting differs" : settings + " settings differ";
        if (works(one) != works(other)) {
            Side well = works(one) ? one : other;
            Side ill = works(one) ? other : one;
            return well.label() + " works, " + ill.label() + " doesn’t: " + count + "."
                    + (settings == 0 && !ill.why().isEmpty() ? " " + ill.why() : "");
        }
        return Character.toUpperCase(count.charAt(0)) + count.substring(1) + ".";
    }

    private static boolean works(Side side) {
        boolean accepted =
                side.rail().length() > Stop.ACCEPTED.place() && side.rail().charAt(Stop.ACCEPTED.place()) == 'p';
        return accepted && side.condition() != Condition.HELD && side.condition() != Condition.SILENT;
    }

    private Side side(Assembled device) {
        DeviceStateStore.Shown state = states.shown(device.device().id());
        return new Side(
                device.device().id(),
                device.device().label(),
                device.device().model().fullName(),
                device.site().name(),
                device.device().template().map(t -> t.name()).orElse("none"),
                state.firmware(),
                Condition.valueOf(state.condition()),
                state.word(),
                state.sentence(),
                state.rail());
    }

    private Assembled get(long id) {
        return Optional.of(id).flatMap(facts::assemble).orElseThrow(() -> RefusedException.notFound("device"));
    }
}
