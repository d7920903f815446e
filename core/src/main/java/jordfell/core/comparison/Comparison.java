package jordfell.core.comparison;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import jordfell.core.settings.Layer;
import jordfell.core.settings.LayerWord;
import jordfell.core.settings.ResolvedSetting;
import jordfell.core.settings.Setting;
import jordfell.core.settings.SettingsCatalogue;

/**
 * What differs between two devices.
 *
 * @param sentence what came of it, in one sentence
 * @param same how many settings differ nowhere
 */
public record Comparison(Side one, Side other, String sentence, int same, List<SettingDifference> differences) {

    private static final String DOTS = "••••••••";

    /** Differ on any two devices, and say nothing of why one works. */
    private static final Set<String> OF_ITS_OWN = Set.of(SettingsCatalogue.LINE_LABEL, SettingsCatalogue.LOCAL_PORT);

    /** Compares the records first and then each setting in the order of the catalogue; secrets are compared and not shown. */
    public static Comparison of(Compared one, Compared other) {
        List<SettingDifference> differences = new ArrayList<>();
        records(one, other, differences);
        int same = 0;
        for (Setting setting : SettingsCatalogue.all()) {
            List<SettingDifference> found = settings(setting, one, other);
            same += found.isEmpty() ? 1 : 0;
            differences.addAll(found);
        }
        return new Comparison(
                one.side(), other.side(), sentence(one.side(), other.side(), differences), same, differences);
    }

    /** What the records say beside settings. */
    private static void records(Compared a, Compared b, List<SettingDifference> differences) {
        Side one = a.side();
        Side other = b.side();
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
            differences.add(new SettingDifference(SettingDifference.RECORDS, label, 0, one, "", other, "", false));
        }
    }

    /** Where a setting differs; of lines that differ alike the first is told. */
    private static List<SettingDifference> settings(Setting setting, Compared a, Compared b) {
        List<SettingDifference> found = new ArrayList<>();
        if (setting.scope() == Setting.Scope.DEVICE) {
            differ(setting, 0, a.settings().get(setting.key()), b.settings().get(setting.key()), found);
            return found;
        }
        Map<List<String>, SettingDifference> told = new LinkedHashMap<>();
        for (int i = 0; i < Math.min(a.lines().size(), b.lines().size()); i++) {
            Compared.Line line = a.lines().get(i);
            differ(
                    setting,
                    line.position(),
                    line.settings().get(setting.key()),
                    b.lines().get(i).settings().get(setting.key()),
                    found);
        }
        found.forEach(d -> told.putIfAbsent(List.of(d.one(), d.other()), d));
        return List.copyOf(told.values());
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
        return from(a).equals(Layer.MADE) && from(b).equals(Layer.MADE);
    }

    private static String shown(Setting setting, ResolvedSetting s) {
        String value = s.value().orElse("");
        return setting.isSecret() && !value.isEmpty() ? DOTS : value;
    }

    private static String from(ResolvedSetting s) {
        return s.winner().map(LayerWord::name).orElse("usual value");
    }

    private static String sentence(Side one, Side other, List<SettingDifference> differences) {
        long settings =
                differences.stream().filter(SettingDifference::isTelling).count();
        String count = settings == 0
                ? "no setting differs"
                : settings == 1 ? "1 setting differs" : settings + " settings differ";
        if (one.works() != other.works()) {
            Side well = one.works() ? one : other;
            Side ill = one.works() ? other : one;
            return well.label() + " works, " + ill.label() + " doesn’t: " + count + "."
                    + (settings == 0 && !ill.why().isEmpty() ? " " + ill.why() : "");
        }
        return Character.toUpperCase(count.charAt(0)) + count.substring(1) + ".";
    }
}
