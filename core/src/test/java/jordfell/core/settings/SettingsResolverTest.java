package jordfell.core.settings;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import jordfell.core.settings.Setting.Scope;
import org.junit.jupiter.api.Test;

class SettingsResolverTest {

    private static Layer layer(LayerKind kind, String name, String key, String value) {
        return new Layer(kind, name, Map.of(key, value));
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
}
