package jordfell.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.FollowedCall.Rung;
import jordfell.core.identity.MacAddress;
import org.junit.jupiter.api.Test;

/** What a test call shows of the device that it was meant for. */
class CameInTest {

    private static final MacAddress IT = MacAddress.of("02-4B-7A-00-53-1C");
    private static final MacAddress OTHER = MacAddress.of("02-4B-7A-00-53-1D");

    private static Rung rung(String number, MacAddress device, boolean rings, int answer) {
        return new Rung(number, "192.0.2.1:5060", Optional.ofNullable(device), Duration.ZERO, rings, answer);
    }

    private static CameIn came(boolean answered, String words, Rung... rung) {
        return CameIn.of(new FollowedCall(List.of(rung), answered, words, Duration.ofSeconds(2)), "2416", IT);
    }

    @Test
    void whatItAnsweredItselfWorked() {
        assertThat(came(true, "200 OK", rung("2416", IT, true, 200))).isEqualTo(new CameIn(true, "200 OK"));
    }

    @Test
    void aPhoneThatIsNotKnownByItsAddressIsKnownByItsNumber() {
        assertThat(came(true, "200 OK", rung("2416", null, true, 200)).worked()).isTrue();
        assertThat(came(true, "200 OK", rung("2450", null, true, 200)).worked()).isFalse();
    }

    @Test
    void anotherDeviceOfItsNumberProvesItOnlyIfItRangToo() {
        Rung quicker = rung("2416", OTHER, true, 200);
        assertThat(came(true, "200 OK", rung("2416", IT, true, 487), quicker).worked())
                .isTrue();
        assertThat(came(true, "200 OK", rung("2416", IT, false, 486), quicker))
                .isEqualTo(new CameIn(false, "did not ring here: answered by another device of 2416"));
        assertThat(came(true, "200 OK", quicker).worked()).isFalse();
    }

    @Test
    void whatIsSentOnIsAnsweredBySomebodyElse() {
        assertThat(came(true, "200 OK", rung("2450", OTHER, true, 200)))
                .isEqualTo(new CameIn(false, "did not ring here: answered by 2450"));
        assertThat(came(true, "200 OK"))
                .isEqualTo(new CameIn(false, "did not ring here: answered by a service or a number outside"));
    }

    @Test
    void whatNobodyAnsweredIsToldAsItWasSaid() {
        assertThat(came(false, "486 Busy Here", rung("2416", IT, false, 486)))
                .isEqualTo(new CameIn(false, "486 Busy Here"));
    }
}
