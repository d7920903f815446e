package jordfell.core.device;

import static jordfell.core.device.Devices.DESK;
import static jordfell.core.device.Devices.OTHERS;
import static jordfell.core.device.Devices.device;
import static jordfell.core.device.Devices.phone;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import jordfell.core.path.Standing;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DeviceRulesTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            IN_USE  | /standing Window is in use already.
            SPARE   | /standing Window is on the shelf already.
            RETIRED | /standing Window is retired already.
            """)
    void aDeviceThatStandsSoIsNotPutThereAgain(Standing standing, String said) {
        Device device = device(20, "024b7a00531c", DESK, standing, "Window");
        for (Standing wished : Standing.values()) {
            assertThat(DeviceRules.refuseStanding(device, wished).map(Devices::said))
                    .isEqualTo(wished == standing ? Optional.of(said) : Optional.empty());
        }
    }

    @Test
    void whatHasAHistoryIsRetiredAndNotRemoved() {
        assertThat(DeviceRules.refuseRemoval(phone(DESK), false)).isEmpty();
        assertThat(DeviceRules.refuseRemoval(phone(DESK), true).map(Devices::said))
                .hasValue("/ Window has a history.");
    }

    @Test
    void whereNobodyMakesFilesItStaysByHand() {
        assertThat(DeviceRules.refuseByHand(phone(OTHERS), true)).isEmpty();
        assertThat(DeviceRules.refuseByHand(phone(DESK), false)).isEmpty();
        assertThat(DeviceRules.refuseByHand(phone(OTHERS), false).map(Devices::said))
                .hasValue("/on Nobody makes files for the Vask X1.");
    }

    @Test
    void aClaimCodeIsForABoxThatIsNotHereYet() {
        assertThat(DeviceRules.refuseClaim(phone(DESK)).map(Devices::said)).hasValue("/ Window has its MAC already.");
    }

    @Test
    void theFirstTwoLinesAreSwappedAndTheRestStays() {
        List<DeviceLine> lines =
                List.of(new DeviceLine(1, Optional.of(7L)), DeviceLine.unbound(2), new DeviceLine(3, Optional.of(9L)));
        assertThat(DeviceRules.swapped(lines))
                .containsExactly(
                        DeviceLine.unbound(1), new DeviceLine(2, Optional.of(7L)), new DeviceLine(3, Optional.of(9L)));
        assertThat(DeviceRules.refuseSwap(phone(DESK), lines)).isEmpty();
        assertThat(DeviceRules.refuseSwap(phone(DESK), lines.subList(0, 1)).map(Devices::said))
                .hasValue("/ Window has only one line.");
    }
}
