package jordfell.lab.phone;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import jordfell.core.identity.MacAddress;
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
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Every dialect gives back what was meant, to the character, and takes nothing that it does not say. */
class DialectsTest {

    private static final List<Layer> LAYERS = List.of(new Layer(
            LayerKind.SITE,
            "Pier",
            Map.of(SettingsCatalogue.TIME_SERVER, "ntp.example", SettingsCatalogue.REGISTRAR, "voice.example")));

    private static final List<String> FAMILIES = List.of("korrin", "ombrel", "tessaro", "quillon");

    private static final List<String> HOSTILE = List.of(
            "& < > \" ' \\ ; # =",
            " blanks at both ends ",
            "two\nlines\r\nand\ta tab",
            "Sørvik Kovalič 北 ✓ 🚢",
            "</handset><x/>",
            "\"} , {\"",
            "{{mustache}} ]]> <!-- -->",
            "&amp;amp; \\u0041 \\n");

    private static String file(String family, String text, int stations) {
        ResolvedSettings line = SettingsResolver.resolve(Scope.LINE, LAYERS);
        List<Station> all = IntStream.rangeClosed(1, stations)
                .mapToObj(i -> new Station(i, "241" + i, "241" + i + "-a", text, line))
                .toList();
        return Dialects.of(family).render(new DeviceConfig(text, all, SettingsResolver.resolve(Scope.DEVICE, LAYERS)));
    }

    private static Maker maker(String family) {
        return Maker.valueOf(family.toUpperCase(java.util.Locale.ROOT));
    }

    static Stream<Arguments> familiesAndTexts() {
        return FAMILIES.stream().flatMap(f -> HOSTILE.stream().map(t -> Arguments.of(f, t)));
    }

    @ParameterizedTest
    @MethodSource("familiesAndTexts")
    void hostileTextsComeBackUnchanged(String family, String text) throws UnreadableFile {
        PhoneConfig read = maker(family).read(file(family, text, 2));
        assertThat(read.name()).isEqualTo(text);
        assertThat(read.stations()).hasSize(2).allSatisfy(s -> {
            assertThat(s.password()).isEqualTo(text);
            assertThat(s.home()).isEqualTo("voice.example");
            assertThat(s.lease()).isEqualTo(3_600);
        });
        assertThat(read.askEvery()).isEqualTo(900);
    }

    @ParameterizedTest
    @CsvSource({"korrin, Korrin K24", "ombrel, Ombrel W2", "tessaro, Tessaro T8", "quillon, Quillon softphone"})
    void phoneAsksForTheNameThatTheServerKnows(String family, String model) {
        MacAddress mac = MacAddress.of("02-4B-7A-00-53-1C");
        assertThat(Maker.of(model).fileName(mac)).isEqualTo(Dialects.of(family).fileName(mac));
        assertThat(Dialects.macIn(Maker.of(model).fileName(mac))).hasValue(mac);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "tessaro|\"vlan\"|\"vlna\"",
                "tessaro|\"stay\": 3600|\"stay\": \"3600\"",
                "tessaro|\"socket\": 1|\"socket\": 9",
                "tessaro|\"again\": 30|\"again\": 30, \"again\": 30",
                "quillon|\"slot\": 1|\"slot\": 0",
                "quillon|\"every\"|\"evry\"",
                "ombrel|<clock|<clok",
                "ombrel|hold=\"3600\"|hold=\"soon\"",
                "ombrel|caption=|captoin=",
                "ombrel|</handset>|"
            })
    void whatTheDialectDoesNotSayIsNotTaken(String family, String right, String wrong) {
        String broken = file(family, "x", 1).replace(right, wrong == null ? "" : wrong);
        assertThat(broken).isNotEqualTo(file(family, "x", 1));
        assertThatThrownBy(() -> maker(family).read(broken)).isInstanceOf(UnreadableFile.class);
    }

    @Test
    void documentTypesAreNotTaken() {
        String with = file("ombrel", "x", 1)
                .replace("<handset", "<!DOCTYPE handset [<!ENTITY e SYSTEM \"file:///etc/hostname\">]><handset");
        assertThatThrownBy(() -> OmbrelFile.read(with)).isInstanceOf(UnreadableFile.class);
    }

    @Test
    void adapterWithoutLinesIsAFileToo() throws UnreadableFile {
        assertThat(TessaroFile.read(file("tessaro", "x", 0)).stations()).isEmpty();
    }
}
