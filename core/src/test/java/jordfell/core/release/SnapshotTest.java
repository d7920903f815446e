package jordfell.core.release;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import jordfell.core.render.DeviceConfig;
import jordfell.core.render.Station;
import jordfell.core.settings.Layer;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.Setting.Scope;
import jordfell.core.settings.SettingsResolver;
import org.junit.jupiter.api.Test;

class SnapshotTest {

    private static Snapshot of(String password, Map<String, String> values) {
        List<Layer> layers = List.of(Layer.of(LayerKind.SITE, "Pier", values));
        List<Station> stations = List.of(
                new Station(1, "2416", "2416-a", password, SettingsResolver.resolve(Scope.LINE, layers)),
                new Station(2, "2417", "2417-a", "same", SettingsResolver.resolve(Scope.LINE, layers)));
        return Snapshot.of(
                new DeviceConfig("Window", "", stations, SettingsResolver.resolve(Scope.DEVICE, layers), List.of()));
    }

    @Test
    void sameConfigurationHasNoChange() {
        assertThat(of("p", Map.of()).since(of("p", Map.of()))).isEmpty();
    }

    @Test
    void whatAllLinesShareIsToldOnceWithBothValues() {
        List<Snapshot.Change> changes =
                of("p", Map.of("registration.expiry", "900")).since(of("p", Map.of("registration.expiry", "1800")));
        assertThat(changes).hasSize(2);
        assertThat(Snapshot.sentences(changes)).containsExactly("Expiry: 1800 → 900");
    }

    @Test
    void secretsAreNeverTold() {
        List<Snapshot.Change> changes = of("new-one", Map.of()).since(of("old-one", Map.of()));
        assertThat(Snapshot.sentences(changes)).containsExactly("Password is another one");
        assertThat(of("new-one", Map.of()).toString()).doesNotContain("new-one");
    }

    @Test
    void changesKnowWhetherTheyNeedARestart() {
        assertThat(of("p", Map.of("network.vlan", "20")).since(of("p", Map.of())))
                .singleElement()
                .satisfies(c -> assertThat(c.restart()).isTrue());
        assertThat(of("p", Map.of("screen.backlight", "20")).since(of("p", Map.of())))
                .singleElement()
                .satisfies(c -> assertThat(c.restart()).isFalse());
    }

    @Test
    void placesThatCameOrWentAreChangesFromOrToNothing() {
        Snapshot one = new Snapshot(Map.of("key 3", "blf 2431 “Ida”"));
        assertThat(Snapshot.sentences(one.since(new Snapshot(Map.of()))))
                .containsExactly("Key 3: nothing → blf 2431 “Ida”");
    }
}
