package jordfell.core.device;

import static jordfell.core.device.Devices.DESK;
import static jordfell.core.device.Devices.LOFT;
import static jordfell.core.device.Devices.PIER;
import static jordfell.core.device.Devices.SOCKETS;
import static jordfell.core.device.Devices.THERE;
import static jordfell.core.device.Devices.WALL;
import static jordfell.core.device.Devices.behindARouter;
import static jordfell.core.device.Devices.device;
import static jordfell.core.device.Devices.kept;
import static jordfell.core.device.Devices.phone;
import static jordfell.core.device.Devices.refused;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.device.LinesWish.Choice;
import jordfell.core.device.LinesWish.Holder;
import jordfell.core.ground.Site;
import jordfell.core.path.Standing;
import jordfell.core.wish.Checked;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LinesWishTest {

    private static final Holder QUAY = new Holder("Quay", PIER);
    private static final Holder BENCH = new Holder("Bench", LOFT);

    /** Extensions by their numbers: one that nobody has, one on the quay, one that is full, one in the loft. */
    private static final Map<String, Choice> EXTENSIONS = Map.of(
            "2201", new Choice(1, 1, List.of()),
            "2202", new Choice(2, 3, List.of(QUAY)),
            "2203", new Choice(3, 1, List.of(QUAY)),
            "2204", new Choice(4, 2, List.of(QUAY, BENCH)),
            "2205", new Choice(5, 2, List.of(BENCH)));

    private static Checked<List<DeviceLine>> linesAt(Site site, Device device, @Nullable String... numbers) {
        return new LinesWish(Arrays.asList(numbers))
                .checked(device, site, "tarnholm.example", n -> Optional.ofNullable(EXTENSIONS.get(n)));
    }

    private static Checked<List<DeviceLine>> lines(Device device, @Nullable String... numbers) {
        return linesAt(THERE.site(PIER).orElseThrow(), device, numbers);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            2999 | /numbers/0 There is no extension 2999 in tarnholm.example.
            2203 | /numbers/0 2203 is on Quay already, and may be on 1 device.
            2204 | /numbers/0 2204 is on Quay and others already, and may be on 2 devices.
            """)
    void aLineHasAnExtensionThatHasRoomForIt(String number, String said) {
        assertThat(refused(lines(phone(DESK), number))).containsExactly(said);
    }

    @Test
    void allLinesThatWillNotDoAreTold() {
        assertThat(refused(lines(phone(DESK), "2201", "2201", "2999", "2203")))
                .containsExactly(
                        "/numbers/1 Two lines of one device can’t both be 2201.",
                        "/numbers/2 There is no extension 2999 in tarnholm.example.",
                        "/numbers/3 2203 is on Quay already, and may be on 1 device.");
    }

    @Test
    void aModelHasAsManyLinesAsItHas() {
        assertThat(refused(lines(phone(WALL), "2201", "2202")))
                .containsExactly("/numbers/1 The Ombrel W2 has 1 line; 2 were given.");
    }

    @Test
    void aPhonesLineWithoutANumberIsToBeBoundAndAnAdaptersSocketIsEmpty() {
        assertThat(kept(lines(phone(DESK), "2201", "", " 2202 ")))
                .containsExactly(
                        new DeviceLine(1, Optional.of(1L)), DeviceLine.unbound(2), new DeviceLine(3, Optional.of(2L)));
        assertThat(kept(lines(phone(SOCKETS), null, "2202"))).containsExactly(new DeviceLine(2, Optional.of(2L)));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            20000 | 2205 | /numbers/0 Bench has local port 22205 behind the same router.
            65000 | 2201 | /numbers/0 By the rule 65000 + 2201 its local port would be 67201; 1024 to 65535 are ports.
            15000 | 2205 | /numbers/0 By the rule 15000 + 2205 its local port would be 17205, where media travels (16384–19999).
            """)
    void behindARouterEachPhoneHasAPortOfItsOwn(int base, String number, String said) {
        assertThat(refused(linesAt(behindARouter(base), phone(DESK), number))).containsExactly(said);
    }

    @Test
    void elsewhereTwoMayShareAPort() {
        assertThat(kept(linesAt(behindARouter(20_000), phone(DESK), "2202"))).hasSize(1);
        assertThat(kept(linesAt(behindARouter(0), phone(DESK), "2205"))).hasSize(1);
    }

    @ParameterizedTest
    @CsvSource({"SPARE", "RETIRED"})
    void whatIsOutOfUseHasNoLines(Standing standing) {
        Device shelved = device(21, "024b7a00531d", DESK, standing, "Shelf");
        assertThat(refused(lines(shelved, "2201"))).containsExactly("/numbers/0 Shelf is out of use.");
        assertThat(kept(lines(shelved))).isEmpty();
    }
}
