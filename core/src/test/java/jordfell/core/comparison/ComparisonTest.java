package jordfell.core.comparison;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import jordfell.core.path.Condition;
import jordfell.core.settings.Layer;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.ResolvedSettings;
import jordfell.core.settings.Setting.Scope;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.core.settings.SettingsResolver;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ComparisonTest {

    private static final String WORKS = "ppppppppp";
    private static final String STOPPED = "ppppppf--";

    private static Side side(String label, Condition condition, String rail, String why) {
        return new Side(1, label, "Korrin K24", "Pier", "Gate", "2.4.1", condition, "", why, rail);
    }

    private static final Side WELL = side("Gate 1", Condition.CARRYING, WORKS, "");

    private static ResolvedSettings settings(Scope scope, LayerKind kind, String name, Map<String, String> words) {
        return SettingsResolver.resolve(scope, List.of(Layer.of(kind, name, words)));
    }

    private static Compared device(Side side, Map<String, String> ofDevice, List<Map<String, String>> ofLines) {
        List<Compared.Line> lines = new java.util.ArrayList<>();
        for (Map<String, String> words : ofLines) {
            lines.add(
                    new Compared.Line(lines.size() + 1, settings(Scope.LINE, LayerKind.EXTENSION, "Extension", words)));
        }
        return new Compared(side, settings(Scope.DEVICE, LayerKind.TEMPLATE, "Gate", ofDevice), lines);
    }

    @Test
    void sameDevicesDifferNowhere() {
        Compared device = device(WELL, Map.of(), List.of(Map.of()));
        Comparison comparison = Comparison.of(device, device);
        assertThat(comparison.differences()).isEmpty();
        assertThat(comparison.same()).isEqualTo(SettingsCatalogue.all().size());
        assertThat(comparison.sentence()).isEqualTo("No setting differs.");
    }

    @Test
    void settingThatDiffersIsToldWithWhereEachComesFrom() {
        Comparison comparison = Comparison.of(
                device(WELL, Map.of(SettingsCatalogue.BACKLIGHT, "0"), List.of()),
                device(side("Gate 2", Condition.HELD, STOPPED, "It is astray."), Map.of(), List.of()));
        assertThat(comparison.sentence()).isEqualTo("Gate 1 works, Gate 2 doesn’t: 1 setting differs.");
        assertThat(comparison.differences()).singleElement().satisfies(d -> {
            assertThat(d.one()).isEqualTo("0");
            assertThat(d.oneFrom()).isEqualTo("Gate");
            assertThat(d.otherFrom()).isEqualTo("usual value");
            assertThat(d.expected()).isFalse();
        });
    }

    @Test
    void whereNoSettingDiffersTheReasonIsRepeatedInstead() {
        Compared ill = device(side("Gate 2", Condition.HELD, STOPPED, "It has no power."), Map.of(), List.of());
        assertThat(Comparison.of(device(WELL, Map.of(), List.of()), ill).sentence())
                .isEqualTo("Gate 1 works, Gate 2 doesn’t: no setting differs. It has no power.");
        assertThat(Comparison.of(ill, device(WELL, Map.of(), List.of())).sentence())
                .startsWith("Gate 1 works, Gate 2 doesn’t");
    }

    @Test
    void secretsAreComparedAndNotShown() {
        Comparison comparison = Comparison.of(
                device(WELL, Map.of(SettingsCatalogue.PROVISIONING_PASSWORD, "lantern-harbour-41"), List.of()),
                device(WELL, Map.of(SettingsCatalogue.PROVISIONING_PASSWORD, "gangway-heron-63"), List.of()));
        assertThat(comparison.differences()).hasSize(1);
        assertThat(comparison.toString()).doesNotContain("lantern").doesNotContain("heron");
    }

    @Test
    void whatDiffersOnAnyTwoDevicesIsExpectedAndNotCounted() {
        Comparison comparison = Comparison.of(
                device(WELL, Map.of(), List.of(Map.of(SettingsCatalogue.LINE_LABEL, "Ida"))),
                device(WELL, Map.of(), List.of(Map.of(SettingsCatalogue.LINE_LABEL, "Juno"))));
        assertThat(comparison.differences()).singleElement().satisfies(d -> {
            assertThat(d.line()).isEqualTo(1);
            assertThat(d.expected()).isTrue();
        });
        assertThat(comparison.sentence()).isEqualTo("No setting differs.");
    }

    @Test
    void linesThatDifferAlikeAreToldOnce() {
        Map<String, String> udp = Map.of(SettingsCatalogue.TRANSPORT, "udp");
        Map<String, String> tcp = Map.of(SettingsCatalogue.TRANSPORT, "tcp");
        Comparison comparison = Comparison.of(
                device(WELL, Map.of(), List.of(udp, udp, udp)), device(WELL, Map.of(), List.of(tcp, tcp)));
        assertThat(comparison.differences())
                .extracting(SettingDifference::label, SettingDifference::one, SettingDifference::other)
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple("Lines", "3", "2"),
                        org.assertj.core.groups.Tuple.tuple("Transport", "udp", "tcp"));
    }

    @ParameterizedTest
    @CsvSource({
        "CARRYING, ppppppppp, true",
        "PROVEN, ppppppppp, true",
        "HELD, ppppppppp, false",
        "SILENT, ppppppppp, false",
        "UNDER_WAY, ppppppf--, false",
        "UNDER_WAY, '', false"
    })
    void worksIsAcceptedAndNotHeldSince(Condition condition, String rail, boolean works) {
        assertThat(side("Gate", condition, rail, "").works()).isEqualTo(works);
    }
}
