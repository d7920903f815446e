package jordfell.core.render;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import jordfell.core.keys.KeyKind;
import jordfell.core.keys.KeyPlace;
import jordfell.core.keys.KeyPlan;
import jordfell.core.settings.Layer;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.Setting.Scope;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.core.settings.SettingsResolver;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class MarkedFileTest {

    private static final List<Layer> LAYERS = List.of(Layer.of(
            LayerKind.SITE,
            "Pier",
            Map.of(SettingsCatalogue.TIME_SERVER, "ntp.example", SettingsCatalogue.REGISTRAR, "voice.example")));

    private static DeviceConfig config(String label) {
        return new DeviceConfig(
                label,
                "024b7a00531c",
                List.of(
                        new Station(1, "2416", "2416-a", "# ; \\", SettingsResolver.resolve(Scope.LINE, LAYERS)),
                        new Station(2, "2417", "2417-a", "other", SettingsResolver.resolve(Scope.LINE, LAYERS))),
                SettingsResolver.resolve(Scope.DEVICE, LAYERS),
                List.of(new KeyPlan.Placed(3, new KeyPlace(0, 1, 3), KeyKind.BLF, "2431", "Ida", "t")));
    }

    @ParameterizedTest
    @MethodSource("jordfell.core.render.ShippedFamilies#all")
    void marksLeaveTheTextAsItIs(Family family) {
        Dialect dialect = Dialects.of(family.id());
        assertThat(dialect.renderMarked(config(" <&\"'# ; \\ 🚢\n")).text())
                .isEqualTo(dialect.render(config(" <&\"'# ; \\ 🚢\n")));
    }

    @Test
    void everySpotHoldsWhatItsNameStandsFor() {
        MarkedFile file = Dialects.of("korrin").renderMarked(config("Ticket window 4"));
        List<String> lines = file.text().lines().toList();
        MarkedFile.Spot server = file.spots().stream()
                .filter(s -> s.name().name().equals("setting.clock.server"))
                .findFirst()
                .orElseThrow();
        assertThat(lines.get(server.line()).substring(server.from(), server.to()))
                .isEqualTo("ntp.example");
        assertThat(file.spots().stream().filter(s -> s.name().name().equals("line.registration.registrar")))
                .hasSize(2);
        assertThat(file.spots().stream()
                        .filter(s -> s.name().isSecret())
                        .map(s -> lines.get(s.line()).substring(s.from(), s.to())))
                .contains("\\# \\; \\\\", "other");
    }

    @Test
    void oneRenderingHasTheMarksOfAllItsValuesHoweverMany() {
        Marks marks = new Marks();
        StringBuilder text = new StringBuilder();
        BodyName name = BodyNames.all().get(0);
        for (int i = 0; i < 7_001; i++) {
            text.append(marks.mark(name, "v" + i)).append('\n');
        }
        MarkedFile file = marks.read(text.toString());
        assertThat(file.spots()).hasSize(7_001);
        assertThat(file.spots().get(7_000)).isEqualTo(new MarkedFile.Spot(7_000, 0, 5, name));
        assertThat(file.text()).endsWith("v7000\n").doesNotContain("\uFDD0");
    }

    @Test
    void plainAndMarkedRenderingAgreeOnMarksInValues() {
        Dialect dialect = Dialects.of("korrin");
        DeviceConfig odd = config("a\uFDD0b\uFDD1c");
        assertThat(dialect.renderMarked(odd).text()).isEqualTo(dialect.render(odd));
    }

    @Test
    void marksInAValueAreTakenOut() {
        MarkedFile file = Dialects.of("korrin").renderMarked(config("a\uFDD0b\uFDD1c"));
        assertThat(file.text()).contains("name         = abc\n");
    }

    @Test
    void keysOfAPhoneAreWritten() {
        assertThat(Dialects.of("korrin").render(config("x")))
                .contains("[key.3]\ndoes         = blf\nat           = 2431\ncaption      = Ida\n");
        assertThat(Dialects.of("korrin").understandsKeys()).isTrue();
        assertThat(Dialects.of("tessaro").understandsKeys()).isFalse();
    }

    @Test
    void dialectKnowsWhichSettingsItHasAPlaceFor() {
        assertThat(Dialects.of("korrin").understood())
                .hasSize(SettingsCatalogue.all().size());
        assertThat(Dialects.of("tessaro").understood())
                .contains(SettingsCatalogue.TIME_SERVER)
                .doesNotContain(SettingsCatalogue.BACKLIGHT);
    }
}
