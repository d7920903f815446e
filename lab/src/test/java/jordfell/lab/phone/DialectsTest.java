package jordfell.lab.phone;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import jordfell.core.identity.MacAddress;
import jordfell.core.keys.KeyKind;
import jordfell.core.keys.KeyPlace;
import jordfell.core.keys.KeyPlan;
import jordfell.core.render.DeviceConfig;
import jordfell.core.render.Dialect;
import jordfell.core.render.Dialects;
import jordfell.core.render.Escaping;
import jordfell.core.render.Family;
import jordfell.core.render.Letters;
import jordfell.core.render.Station;
import jordfell.core.settings.Layer;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.ResolvedSetting;
import jordfell.core.settings.ResolvedSettings;
import jordfell.core.settings.Setting.Scope;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.core.settings.SettingsResolver;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.FieldSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Every dialect gives back what was meant, to the character, and takes nothing that it does not say. */
class DialectsTest {

    private static final List<Layer> LAYERS = List.of(Layer.of(
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

    /** Where a family writes a key's caption and the idle text, if it has a place for them. */
    private static final Map<String, String> IDLE_TEXT = Map.of("korrin", "screen.motto", "ombrel", "panel.idle");

    private static List<KeyPlan.Placed> keys(String text) {
        return List.of(new KeyPlan.Placed(2, new KeyPlace(0, 1, 2), KeyKind.BLF, "2431", text, "t"));
    }

    static String file(String family, String text, int stations) {
        ResolvedSettings line = SettingsResolver.resolve(Scope.LINE, LAYERS);
        List<Station> all = IntStream.rangeClosed(1, stations)
                .mapToObj(i -> new Station(i, "241" + i, "241" + i + "-a", text, line))
                .toList();
        return Dialects.of(family).render(new DeviceConfig(text, "024b7a00531c", all, device(text), keys(text)));
    }

    /** The device's settings with the text on its idle screen, as a display name gets there. */
    private static ResolvedSettings device(String text) {
        ResolvedSettings plain = SettingsResolver.resolve(Scope.DEVICE, LAYERS);
        return new ResolvedSettings(plain.all().stream()
                .map(s -> s.setting().key().equals("screen.idle-text")
                        ? new ResolvedSetting(s.setting(), Optional.of(text), s.words(), s.standing(), s.problem())
                        : s)
                .toList());
    }

    static Maker maker(String family) {
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
        if (IDLE_TEXT.containsKey(family)) {
            assertThat(read.values().get(IDLE_TEXT.get(family))).isEqualTo(text);
            assertThat(read.keys()).containsExactly(new PhoneConfig.Key(2, "blf", "2431", text));
        }
    }

    /** What a technician would write for the phone that nobody supports. */
    static final String BRASK = """
            BRASK 1
            unit name={{label}}
            {{#stations}}
            line no={{position}} number={{number}} login={{authUser}} secret={{password}} \
            domain={{line.registration.registrar}} hold={{line.registration.expiry}} port={{line.registration.local-port}}
            {{/stations}}
            clock zone={{setting.clock.zone}} from={{setting.clock.server}}
            rest look={{setting.provisioning.check-every}} pause={{setting.registration.retry}}
            {{#keys}}
            button no={{position}} does={{kind}} call={{target}} text={{caption}}
            {{/keys}}
            done
            """;

    static String brask(String text) {
        Family family =
                new Family("brask", "Brask", "text/plain", "b9-", ".set", Escaping.PERCENT, BRASK, "", Letters.ALL);
        Dialect dialect = ((Dialect.Compiled.Good) Dialect.of(family)).dialect();
        ResolvedSettings line = SettingsResolver.resolve(Scope.LINE, LAYERS);
        return dialect.render(new DeviceConfig(
                text, "", List.of(new Station(1, "2411", "2411-a", text, line)), device(text), keys(text)));
    }

    @ParameterizedTest
    @FieldSource("HOSTILE")
    void familyWrittenByATechnicianKeepsHostileTextsToo(String text) throws UnreadableFile {
        PhoneConfig read = BraskFile.read(brask(text));
        assertThat(read.name()).isEqualTo(text);
        assertThat(read.stations().get(0).password()).isEqualTo(text);
        assertThat(read.stations().get(0).lease()).isEqualTo(3_600);
        assertThat(read.keys()).containsExactly(new PhoneConfig.Key(2, "blf", "2431", text));
    }

    @Test
    void whatTheBraskSavedIsItsOwnDialect() throws UnreadableFile {
        PhoneConfig read = BraskFile.read(BraskFile.SAVED);
        assertThat(read.name()).isEqualTo("Store room");
        assertThat(read.keys()).containsExactly(new PhoneConfig.Key(1, "speed-dial", "112", "Fire brigade"));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "BRASK 1|BRASK 2|line 1: it does not begin",
                "unit|unnit|line 2: it knows no “unnit”",
                "login=|logn=|“logn=",
                "hold=3600|hold=30|hold is “30”, not 60 to 86400",
                "done||it lacks “done”",
                "pause=30|pause=30 x|“x” does not belong to rest",
                "name=x|name=%x|a percent sign without two digits",
                "name=x|name=ø|a letter that is not written with percent signs"
            })
    void braskSaysWhatItDoesNotRead(String right, String wrong, String complaint) {
        String broken = brask("x").replaceFirst(right, wrong == null ? "" : wrong);
        assertThatThrownBy(() -> BraskFile.read(broken))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining(complaint);
    }

    @ParameterizedTest
    @CsvSource({"korrin, Korrin K24", "ombrel, Ombrel W2", "tessaro, Tessaro T8", "quillon, Quillon softphone"})
    void phoneAsksForTheNameThatTheServerKnows(String family, String model) {
        MacAddress mac = MacAddress.of("02-4B-7A-00-53-1C");
        assertThat(Maker.of(model).fileName(mac))
                .isEqualTo(Dialects.of(family).family().fileName(mac));
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
