package jordfell.core.device;

import static jordfell.core.device.Devices.DESK;
import static jordfell.core.device.Devices.PIER;
import static jordfell.core.device.Devices.THERE;
import static jordfell.core.device.Devices.WALL;
import static jordfell.core.device.Devices.device;
import static jordfell.core.device.Devices.kept;
import static jordfell.core.device.Devices.phone;
import static jordfell.core.device.Devices.refused;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import jordfell.core.device.ReplacementWish.Box;
import jordfell.core.identity.MacAddress;
import jordfell.core.path.Standing;
import jordfell.core.wish.Checked;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ReplacementWishTest {

    private static final List<Device> ENROLLED = List.of(
            device(20, "004b7a00531c", DESK, Standing.IN_USE, "Window"),
            device(21, "004b7a000001", DESK, Standing.IN_USE, "Quay"),
            device(22, "004b7a000002", DESK, Standing.SPARE, "Shelf"),
            device(23, "004b7a000003", WALL, Standing.SPARE, "Wall"),
            device(24, "004b7a000004", DESK, Standing.RETIRED, "Gone"));

    private static Checked<Box> box(String mac) {
        return new ReplacementWish(mac)
                .checked(
                        ENROLLED.get(0),
                        THERE.site(PIER).orElseThrow(),
                        m -> ENROLLED.stream()
                                .filter(d -> d.mac().filter(m::equals).isPresent())
                                .findFirst());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            ''                | /mac The MAC address is missing.
            01-00-5E-00-00-01 | /mac This is a multicast address: its first pair, 01, is odd.
            02-4B-7A-00-00-09 | /mac This address was made up locally: its first pair has the second-lowest bit set.
            004b7a00531c      | /mac This is the MAC it has already.
            00:4b:7a:00:00:01 | /mac 00-4B-7A-00-00-01 is Quay, which is in use or retired.
            00:4b:7a:00:00:04 | /mac 00-4B-7A-00-00-04 is Gone, which is in use or retired.
            00:4b:7a:00:00:03 | /mac That spare’s model is Ombrel W2; this one’s is Korrin K24.
            """)
    void aBoxThatCanNotTakeItsPlaceIsRefused(String mac, String said) {
        assertThat(refused(box(mac))).containsExactly(said);
    }

    @Test
    void aNewBoxAndASpareOfTheSameModelTakeItsPlace() {
        assertThat(kept(box("00-4B-7A-00-00-77"))).isEqualTo(new Box(MacAddress.of("004b7a000077"), Optional.empty()));
        assertThat(kept(box("00-4B-7A-00-00-02")).spare()).map(Device::label).hasValue("Shelf");
    }

    @Test
    void aSiteThatTakesLocalAddressesTakesOne() {
        assertThat(kept(new ReplacementWish("02-4B-7A-00-00-09").checked(phone(DESK), local(), m -> Optional.empty()))
                        .mac())
                .isEqualTo(MacAddress.of("024b7a000009"));
    }

    private static jordfell.core.ground.Site local() {
        var fresh = jordfell.core.ground.Site.fresh(7, "token");
        return new jordfell.core.ground.Site(
                PIER, 7, "Pier", fresh.token(), true, "", false, "", 60, fresh.learns(), 0, fresh.access(), 1);
    }
}
