package jordfell.core.settings;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Set;
import jordfell.core.settings.Setting.Scope;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SettingsResolverTest {

    private static Layer layer(LayerKind kind, String name, String key, String value) {
        return Layer.of(kind, name, Map.of(key, value));
    }

    @Test
    void laterLayerWinsAndEveryWordIsKept() {
        ResolvedSetting expiry = SettingsResolver.resolve(
                        Scope.LINE,
                        List.of(
                                layer(LayerKind.DEVICE, "this device", SettingsCatalogue.EXPIRY, "300"),
                                layer(LayerKind.DOMAIN, "voice", SettingsCatalogue.EXPIRY, "3600"),
                                layer(LayerKind.TEMPLATE, "Ticket window", SettingsCatalogue.EXPIRY, "900"),
                                layer(LayerKind.SITE, "Pier", SettingsCatalogue.EXPIRY, "1800")))
                .get(SettingsCatalogue.EXPIRY);
        assertThat(expiry.value()).hasValue("300");
        assertThat(expiry.winner())
                .hasValueSatisfying(w -> assertThat(w.layer()).isEqualTo(LayerKind.DEVICE));
        assertThat(expiry.words())
                .extracting(LayerWord::layer)
                .containsExactly(LayerKind.DOMAIN, LayerKind.SITE, LayerKind.TEMPLATE, LayerKind.DEVICE);
        assertThat(expiry.overridden()).extracting(LayerWord::value).containsExactly("900", "1800", "3600");
    }

    @Test
    void usualValueStandsWhereNoLayerSpeaks() {
        ResolvedSetting waiting =
                SettingsResolver.resolve(Scope.DEVICE, List.of()).get(SettingsCatalogue.CALL_WAITING);
        assertThat(waiting.value()).hasValue("yes");
        assertThat(waiting.winner()).isEmpty();
        assertThat(waiting.overridden()).isEmpty();
        assertThat(waiting.problem()).isEmpty();
    }

    @Test
    void settingWithoutAUsualValueIsAProblemUntilALayerSpeaks() {
        assertThat(SettingsResolver.resolve(Scope.DEVICE, List.of()).problems())
                .extracting(s -> s.setting().key())
                .containsExactly(SettingsCatalogue.TIME_SERVER);
        assertThat(SettingsResolver.resolve(
                                Scope.DEVICE,
                                List.of(layer(LayerKind.SITE, "Pier", SettingsCatalogue.TIME_SERVER, "192.0.2.1")))
                        .problems())
                .isEmpty();
    }

    @Test
    void badValueIsAProblemAndStaysVisible() {
        ResolvedSetting server = SettingsResolver.resolve(
                        Scope.DEVICE,
                        List.of(layer(LayerKind.SITE, "Pier", SettingsCatalogue.TIME_SERVER, "http://ntp.example")))
                .get(SettingsCatalogue.TIME_SERVER);
        assertThat(server.value()).hasValue("http://ntp.example");
        assertThat(server.problem()).hasValueSatisfying(p -> assertThat(p).contains("does not belong here"));
    }

    @Test
    void overriddenBadValueDoesNoHarm() {
        assertThat(SettingsResolver.resolve(
                                Scope.DEVICE,
                                List.of(
                                        layer(LayerKind.SITE, "Pier", SettingsCatalogue.TIME_SERVER, "a b"),
                                        layer(LayerKind.DEVICE, "d", SettingsCatalogue.TIME_SERVER, "ntp.example")))
                        .problems())
                .isEmpty();
    }

    @Test
    void scopesAreKeptApart() {
        ResolvedSettings device = SettingsResolver.resolve(Scope.DEVICE, List.of());
        assertThatThrownBy(() -> device.get(SettingsCatalogue.EXPIRY)).isInstanceOf(IllegalArgumentException.class);
        assertThat(device.all()).allMatch(s -> s.setting().scope() == Scope.DEVICE);
    }

    private static Layer locked(LayerKind kind, String name, String key, String value) {
        return Layer.of(kind, name, Map.of(key, value), Set.of(key));
    }

    @Test
    void lockedWordStandsAndThoseAboveAreTold() {
        ResolvedSetting expiry = SettingsResolver.resolve(
                        Scope.LINE,
                        List.of(
                                locked(LayerKind.SITE, "Pier", SettingsCatalogue.EXPIRY, "1800"),
                                layer(LayerKind.DOMAIN, "voice", SettingsCatalogue.EXPIRY, "3600"),
                                locked(LayerKind.TEMPLATE, "Ticket window", SettingsCatalogue.EXPIRY, "900"),
                                layer(LayerKind.DEVICE, "this device", SettingsCatalogue.EXPIRY, "60")))
                .get(SettingsCatalogue.EXPIRY);
        assertThat(expiry.value()).hasValue("1800");
        assertThat(expiry.lockedOut()).extracting(LayerWord::value).containsExactly("900", "60");
        assertThat(expiry.overridden()).extracting(LayerWord::value).containsExactly("3600");
    }

    @Test
    void templateWinsOverTheOneItExtends() {
        ResolvedSetting waiting = SettingsResolver.resolve(
                        Scope.DEVICE,
                        List.of(
                                layer(LayerKind.TEMPLATE, "Front of house", SettingsCatalogue.CALL_WAITING, "yes"),
                                layer(LayerKind.TEMPLATE, "Ticket window", SettingsCatalogue.CALL_WAITING, "no")))
                .get(SettingsCatalogue.CALL_WAITING);
        assertThat(waiting.value()).hasValue("no");
    }

    private static ResolvedSetting worked(String key, String value, Map<String, Map<String, String>> given) {
        Scope scope = SettingsCatalogue.find(key).orElseThrow().scope();
        return SettingsResolver.resolve(
                        scope,
                        List.of(layer(LayerKind.TEMPLATE, "Ticket window", key, value)),
                        SettingNames.VOCABULARY.values(given))
                .get(key);
    }

    @Test
    void formulaIsWorkedOutForEachLine() {
        ResolvedSetting port = worked(
                SettingsCatalogue.LOCAL_PORT,
                "= 20000 + int(extension.number)",
                Map.of("extension", Map.of("number", "2416")));
        assertThat(port.value()).hasValue("22416");
        assertThat(port.problem()).isEmpty();
        assertThat(worked(
                                SettingsCatalogue.LINE_LABEL,
                                "{{device.label}} {{extension.number}}",
                                Map.of("device", Map.of("label", "Window 4"), "extension", Map.of("number", "2416")))
                        .value())
                .hasValue("Window 4 2416");
        assertThat(worked(SettingsCatalogue.CALL_WAITING, "= model.keys >= 24", Map.of("model", Map.of("keys", "12")))
                        .value())
                .hasValue("no");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "= 1 / 0|In Ticket window: “1 / 0” gives nothing: it divides by zero.",
                "= extension.nummer|In Ticket window: There is no extension.nummer; extension has number, name, user, outgoing.",
                "= 1 +|In Ticket window: At character",
                "= 3 + int(extension.number)|gives what can’t be used. 7 is outside the range; 1024 to 65535 is allowed."
            })
    void formulaThatGivesNothingNamesItsLayerAndTheReason(String formula, String reason) {
        assertThat(worked(SettingsCatalogue.LOCAL_PORT, formula, Map.of("extension", Map.of("number", "4")))
                        .problem())
                .hasValueSatisfying(p -> assertThat(p).contains(reason));
    }

    @Test
    void emptyTextIsAValueWhereNothingCanBeMeant() {
        Setting proxy = SettingsCatalogue.find("registration.outbound-proxy").orElseThrow();
        assertThat(proxy.refuse("")).isEmpty();
        assertThat(proxy.refuse("a b")).isPresent();
        assertThat(SettingsCatalogue.find(SettingsCatalogue.TIME_SERVER)
                        .orElseThrow()
                        .refuse(""))
                .isPresent();
    }
}
