package jordfell.lab.phone;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import jordfell.core.render.DeviceConfig;
import jordfell.core.render.Dialects;
import jordfell.core.render.Station;
import jordfell.core.settings.Layer;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.ResolvedSettings;
import jordfell.core.settings.Setting.Scope;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.core.settings.SettingsResolver;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What the dialect writes, the phone must read back to the character; anything else it must not take. */
class KorrinFileTest {

    private static final List<Layer> LAYERS = List.of(Layer.of(
            LayerKind.SITE,
            "Pier",
            Map.of(SettingsCatalogue.TIME_SERVER, "ntp.example", SettingsCatalogue.REGISTRAR, "voice.example")));

    private static String file(String label, String password, int stations) {
        ResolvedSettings line = SettingsResolver.resolve(Scope.LINE, LAYERS);
        List<Station> all = java.util.stream.IntStream.rangeClosed(1, stations)
                .mapToObj(i -> new Station(i, "241" + i, "241" + i + "-a", password, line))
                .toList();
        return Dialects.of("korrin")
                .render(new DeviceConfig(label, "", all, SettingsResolver.resolve(Scope.DEVICE, LAYERS), List.of()));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "plain",
                "& < > \" ' \\ ; # =",
                "# comment?",
                "; comment?",
                "a=b=c",
                "[section]",
                " blank before",
                "blank after ",
                "  both  ",
                " ",
                "tab\tin\tit",
                "line\nbreak\r\n",
                "ends with backslash\\",
                "\\n is not a line break",
                "Sørvik Kovalič 北 ✓",
                "{{mustache}} {{{x}}} <%= %>",
                "&amp;&#39;%26",
                "$1 \\$0",
                "…"
            })
    void everyTextSurvivesTheWayToThePhone(String text) throws Exception {
        PhoneConfig read = KorrinFile.read(file(text, text, 1));
        assertThat(read.stations().get(0).password()).isEqualTo(text);
        assertThat(read.name()).isEqualTo(text);
    }

    @Test
    void longestValueSurvives() throws Exception {
        String longest = "#\\ ;".repeat(500);
        assertThat(KorrinFile.read(file("x", longest + "y", 1))
                        .stations()
                        .get(0)
                        .password())
                .isEqualTo(longest + "y");
    }

    @Test
    void linesKeepTheirOrderAndSettings() throws Exception {
        PhoneConfig read = KorrinFile.read(file("x", "p", 3));
        assertThat(read.stations()).extracting(PhoneConfig.Station::number).containsExactly("2411", "2412", "2413");
        assertThat(read.stations().get(0)).satisfies(s -> {
            assertThat(s.home()).isEqualTo("voice.example");
            assertThat(s.lease()).isEqualTo(3600);
            assertThat(s.ownPort()).isEqualTo(5060);
        });
        assertThat(read.tryAgain()).isEqualTo(30);
    }

    @Test
    void sameInputGivesTheSameBytes() {
        assertThat(file("x", "p", 2)).isEqualTo(file("x", "p", 2));
    }

    @Test
    void showingHidesEveryPassword() {
        ResolvedSettings line = SettingsResolver.resolve(Scope.LINE, LAYERS);
        DeviceConfig config = new DeviceConfig(
                "x",
                "",
                List.of(new Station(1, "2411", "2411-a", "topsecret", line)),
                SettingsResolver.resolve(Scope.DEVICE, LAYERS),
                List.of());
        assertThat(Dialects.of("korrin").render(config.withoutSecrets()))
                .doesNotContain("topsecret")
                .contains("answer-with  = ••••");
        assertThat(config.toString()).doesNotContain("topsecret");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    [end]                | ''                       | no [end]
                    [clock]              | [clocks]                 | unknown section
                    hours                | ours                     | unknown key ours
                    zone         =       | zone                     | no “=”
                    answer-as            | answer-with              | second answer-with
                    [station.1]          | [station.0]              | unknown section
                    lease        = 3600  | lease        = soon      | lease is “soon”
                    own-port     = 5060  | own-port     = 99999     | own-port is “99999”
                    lit          = 60    | ''                       | [screen] lacks lit
                    [wire]               | [screen]                 | section [screen] where none may be
                    """)
    void takesNothingThatIsNotItsDialect(String from, String to, String reason) {
        String file = file("x", "p", 1);
        assertThat(file).contains(from);
        assertThatThrownBy(() -> KorrinFile.read(file.replace(from, to)))
                .isInstanceOf(KorrinFile.Unreadable.class)
                .hasMessageContaining(reason);
    }

    @Test
    void takesNoFileThatIsCutShortAnywhere() {
        String file = file("x", "p", 1).strip();
        for (int length = 0; length < file.length(); length += 7) {
            String cut = file.substring(0, length);
            assertThatThrownBy(() -> KorrinFile.read(cut)).isInstanceOf(KorrinFile.Unreadable.class);
        }
    }

    @Test
    void commentsArePassedOver() throws Exception {
        String file =
                file("x", "p", 1).replace("[clock]", "# a remark\n[clock]").replace("= 24", "= 24 ; hours");
        assertThat(KorrinFile.read(file).stations()).hasSize(1);
    }
}
