package jordfell.server.device;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.device.Device;
import jordfell.core.ground.Site;
import jordfell.core.identity.MacAddress;
import jordfell.core.keys.KeyKind;
import jordfell.core.keys.KeyPlan;
import jordfell.core.keys.KeyWish;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.Standing;
import jordfell.core.release.Revision;
import jordfell.core.render.Dialect;
import jordfell.core.render.Dialects;
import jordfell.core.roster.Domain;
import jordfell.core.roster.RegistrarNode;
import jordfell.core.settings.Layer;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.records.Extension;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What follows from the records of a device, without a database. */
class AssemblyTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");
    private static final Domain DOMAIN = new Domain(
            1,
            "v.example",
            "v.example",
            new Domain.Expiry(60, 1_800, 3_600),
            2,
            List.of(new RegistrarNode("north", "n.v.example", "192.0.2.11", 5060, 10, 1)),
            List.of());
    private static final DeviceModel K24 =
            new DeviceModel("korrin-k24", "Korrin", "K24", DeviceKind.DESK_PHONE, "korrin", 2, 12, 32, 20);

    private final List<LoadedDevice.Line> lines = new ArrayList<>();
    private Optional<Dialect> dialect = Dialects.shipped("korrin");
    private List<KeyPlan.Words> keys = List.of();
    private List<String> transports = List.of();
    private Optional<DeviceFacts.ReleaseFacts> released = Optional.empty();
    private Optional<DeviceFacts.HeldBack> heldBack = Optional.empty();
    private boolean byHand;
    private Map<String, String> ofDevice = Map.of();
    private Optional<String> divertedTo = Optional.empty();

    private static OwnedLayer layer(LayerKind kind, String owner, Map<String, String> words) {
        return new OwnedLayer(owner, Layer.of(kind, kind.name(), words));
    }

    private void line(String number) {
        Optional<Extension> extension = number.isEmpty()
                ? Optional.empty()
                : Optional.of(new Extension(
                        7, 1, number, "Window 4", Optional.empty(), number + "-a", 2, false, "", "", "", 1));
        lines.add(new LoadedDevice.Line(
                lines.size() + 1,
                extension,
                number.isEmpty() ? "" : "harbour-" + number,
                divertedTo,
                Optional.empty(),
                List.of(layer(LayerKind.EXTENSION, "7", Map.of(SettingsCatalogue.LINE_LABEL, "Window 4")))));
    }

    private LoadedDevice loaded() {
        Device device = new Device(
                1,
                Optional.of(MacAddress.of("02-4B-7A-00-53-1C")),
                Optional.empty(),
                Optional.empty(),
                Standing.IN_USE,
                "",
                K24,
                3,
                Optional.empty(),
                "Window 4",
                "",
                T,
                "Lena Ravn",
                Optional.empty(),
                byHand,
                1);
        return new LoadedDevice(
                device,
                DOMAIN,
                Site.fresh(1, "token"),
                List.of(),
                List.of(
                        layer(LayerKind.DOMAIN, "1", Map.of(SettingsCatalogue.REGISTRAR, "v.example")),
                        layer(
                                LayerKind.SITE,
                                "3",
                                Map.of(
                                        SettingsCatalogue.ZONE,
                                        "Etc/UTC",
                                        SettingsCatalogue.TIME_SERVER,
                                        "ntp.v.example")),
                        layer(LayerKind.DEVICE, "1", ofDevice)),
                List.copyOf(lines),
                keys,
                List.of(),
                transports,
                dialect,
                released,
                heldBack,
                DeviceFacts.Beside.NOTHING,
                Map.of(),
                0);
    }

    private Assembled assembled() {
        return Assembly.of(loaded());
    }

    @Test
    void boundDeviceHasAFileWithItsPasswordAndARevision() {
        line("2416");
        Assembled device = assembled();
        assertThat(device.text().orElseThrow()).contains("2416-a").contains("harbour-2416");
        assertThat(device.facts().current()).contains(Revision.of(device.text().get()));
        assertThat(device.facts().problems()).isEmpty();
        assertThat(device.toString()).doesNotContain("harbour-2416");
    }

    @Test
    void lineWithoutAnExtensionKeepsTheFileFromBeingMadeAndIsNoProblemOfASetting() {
        line("2416");
        line("");
        assertThat(assembled().text()).isEmpty();
        assertThat(assembled().facts().problems()).isEmpty();
        assertThat(assembled().facts().lines()).hasSize(2);
    }

    @Test
    void deviceWithoutALineHasNoFile() {
        assertThat(assembled().text()).isEmpty();
    }

    @Test
    void settingThatFailsKeepsTheFileFromBeingMade() {
        line("2416");
        FactsAssembler.Trial trial = new FactsAssembler.Trial(
                LayerKind.SITE,
                "3",
                SettingsCatalogue.find(SettingsCatalogue.ZONE).orElseThrow(),
                Optional.of("Middle/Nowhere"));
        Assembled tried = Assembly.of(loaded().trying(trial));
        assertThat(tried.text()).isEmpty();
        assertThat(tried.facts().problems()).singleElement().asString().startsWith("Time zone: ");
    }

    @Test
    void trialOfAnotherOwnersLayerChangesNothing() {
        line("2416");
        FactsAssembler.Trial trial = new FactsAssembler.Trial(
                LayerKind.SITE,
                "4",
                SettingsCatalogue.find(SettingsCatalogue.ZONE).orElseThrow(),
                Optional.of("Etc/GMT-3"));
        assertThat(Assembly.of(loaded().trying(trial)).text())
                .isEqualTo(assembled().text());
    }

    @ParameterizedTest
    @CsvSource({"3, It has 3 lines; the Korrin K24 holds 2.", "2, ''"})
    void modelHoldsNoMoreLinesThanItHas(int count, String problem) {
        for (int i = 0; i < count; i++) {
            line("241" + i);
        }
        assertThat(String.join(" ", assembled().facts().problems())).isEqualTo(problem);
    }

    @Test
    void transportThatTheModelHasNotIsAProblem() {
        line("2416");
        transports = List.of("tls");
        assertThat(assembled().facts().problems()).containsExactly("Transport: the Korrin K24 can’t udp; tls it can.");
    }

    @Test
    void familyWhoseBodyCannotBeWrittenIsAProblem() {
        line("2416");
        dialect = Optional.empty();
        Assembled device = assembled();
        assertThat(device.writable()).isPresent();
        assertThat(device.text()).isEmpty();
        assertThat(device.facts().problems())
                .containsExactly(
                        "The family korrin has no body that can be written; mend it under Settings, Families.");
    }

    @Test
    void nobodyMissesAFileForADeviceThatIsSetByHand() {
        line("2416");
        byHand = true;
        dialect = Optional.empty();
        transports = List.of("tls");
        assertThat(assembled().facts().problems()).isEmpty();
    }

    @Test
    void waitingInAWaveIsToldUntilItHasTheNewestFile() {
        line("2416");
        heldBack = Optional.of(new DeviceFacts.HeldBack(4, 2, T, ""));
        assertThat(assembled().facts().heldBack()).isEqualTo(heldBack);
        released = Optional.of(new DeviceFacts.ReleaseFacts(
                4, Revision.of(assembled().text().orElseThrow()), T, "Lena Ravn", List.of()));
        assertThat(assembled().facts().heldBack()).isEmpty();
        assertThat(assembled().facts().pending()).isFalse();
    }

    @Test
    void keysComeOfTheWordsThatWereRead() {
        line("2416");
        assertThat(assembled().keys()).isEqualTo(KeyPlan.NONE);
        keys = List.of(new KeyPlan.Words(
                "Gate", new TreeMap<>(Map.of(3, new KeyWish(KeyKind.SPEED_DIAL, "2400", "Watch room")))));
        assertThat(assembled().keys().placed()).singleElement().satisfies(key -> {
            assertThat(key.position()).isEqualTo(3);
            assertThat(key.origin()).isEqualTo("Gate");
        });
    }

    @Test
    void whatItsFileSaysIsAsOldAsTheReleaseThatBroughtTheNumber() {
        line("2416");
        DeviceFacts.SentLine before =
                new DeviceFacts.SentLine(1, "2416", "2416-a", "x", "v.example", 60, Optional.of(T), "udp");
        released = Optional.of(
                new DeviceFacts.ReleaseFacts(4, new Revision("aaaa000011112222"), T, "Lena Ravn", List.of(before)));
        assertThat(assembled().sentLines(T.plusSeconds(60)))
                .extracting(DeviceFacts.SentLine::since)
                .containsExactly(Optional.of(T));
        released = Optional.empty();
        assertThat(assembled().sentLines(T.plusSeconds(60)))
                .extracting(DeviceFacts.SentLine::since)
                .containsExactly(Optional.of(T.plusSeconds(60)));
    }

    /** The registrar sends calls on before the phone could; a family whose files can’t say so sends nothing on. */
    @Test
    void whereAllCallsOfALineGoIsToldWithWhoSaysIt() {
        line("2416");
        assertThat(assembled().facts().lines().get(0).sentOn()).isEmpty();
        ofDevice = Map.of(SettingsCatalogue.FORWARD_ALWAYS, "2450");
        assertThat(assembled().facts().lines().get(0).sentOn())
                .contains(new DeviceFacts.SentOn("2450", "a setting of DEVICE", true));
        divertedTo = Optional.of("2499");
        lines.clear();
        line("2416");
        assertThat(assembled().facts().lines().get(0).sentOn())
                .contains(new DeviceFacts.SentOn("2499", "extension 2416", false));
        divertedTo = Optional.empty();
        lines.clear();
        line("2416");
        dialect = Dialects.shipped("tessaro");
        boolean says = dialect.orElseThrow().understood().contains(SettingsCatalogue.FORWARD_ALWAYS);
        assertThat(assembled().facts().lines().get(0).sentOn().isPresent()).isEqualTo(says);
    }

    @Test
    void keysThatItsModelHasNotAreToldWhateverTheirKind() {
        line("2416");
        keys = List.of(new KeyPlan.Words(
                "Gate",
                new TreeMap<>(Map.of(
                        3, new KeyWish(KeyKind.BLF, "2400", "Watch room"),
                        13, new KeyWish(KeyKind.BLF, "2401", "Bridge"),
                        14, new KeyWish(KeyKind.SPEED_DIAL, "2402", "Stores")))));
        assertThat(assembled().facts().lamps())
                .extracting(DeviceFacts.LampFacts::number)
                .containsExactly("2400");
        assertThat(assembled().facts().keys().unfit())
                .extracting(DeviceFacts.UnfitKey::place, DeviceFacts.UnfitKey::target, DeviceFacts.UnfitKey::why)
                .containsExactly(
                        tuple("key 13", "2401", "the Korrin K24 has 12 keys"),
                        tuple("key 14", "2402", "the Korrin K24 has 12 keys"));
    }
}
