package jordfell.core.planning;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Collections;
import org.junit.jupiter.api.Test;

class RegistrationLoadTest {

    @Test
    void shorterExpiryCostsMoreRegistrations() {
        var lines = Collections.nCopies(80, new RegistrationLoad.Line(1_000, 80));
        assertThat(RegistrationLoad.perSecond(lines)).isEqualTo(0.1, within(1e-9));
        assertThat(RegistrationLoad.perSecond(Collections.nCopies(80, new RegistrationLoad.Line(500, 80))))
                .isEqualTo(0.2, within(1e-9));
    }

    @Test
    void powerCutBringsAllBackWithinTheJitter() {
        assertThat(RegistrationLoad.afterPowerCut(300, 30)).isEqualTo(10.0);
        assertThat(RegistrationLoad.afterPowerCut(300, 0)).isEqualTo(300.0);
    }

    @Test
    void ratesAreShownWithTheDigitsThatMatter() {
        assertThat(RegistrationLoad.shown(0)).isEqualTo("0");
        assertThat(RegistrationLoad.shown(0.001)).isEqualTo("0.01");
        assertThat(RegistrationLoad.shown(0.164)).isEqualTo("0.16");
        assertThat(RegistrationLoad.shown(3.14)).isEqualTo("3.1");
        assertThat(RegistrationLoad.shown(41.6)).isEqualTo("42");
    }
}
