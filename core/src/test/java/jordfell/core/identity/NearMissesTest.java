package jordfell.core.identity;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import jordfell.core.identity.NearMiss.Slip;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NearMissesTest {

    private static final MacAddress RIGHT = MacAddress.of("02-4B-7A-00-53-81");

    @ParameterizedTest
    @CsvSource({
        "02-4B-7A-00-53-B1, SUBSTITUTION",
        "12-4B-7A-00-53-81, SUBSTITUTION",
        "02-4B-7A-00-53-18, TRANSPOSITION",
        "02-4B-A7-00-53-81, TRANSPOSITION",
        "02-48-7A-00-53-B1, LOOK_ALIKES",
        "02-4B-7A-0D-53-B1, LOOK_ALIKES"
    })
    void findsOneSlip(String seen, Slip slip) {
        assertThat(NearMisses.among(List.of(RIGHT)).of(MacAddress.of(seen)))
                .singleElement()
                .returns(RIGHT, NearMiss::other)
                .returns(slip, NearMiss::slip);
    }

    @ParameterizedTest
    @CsvSource({"02-4B-7A-00-53-81", "02-4B-7A-00-35-18", "02-4B-7A-00-54-82", "02-4B-7A-00-38-51"})
    void theSameAndWhatIsFurtherAwayIsNone(String seen) {
        assertThat(NearMisses.among(List.of(RIGHT)).of(MacAddress.of(seen))).isEmpty();
    }

    @Test
    void severalAreAllFound() {
        MacAddress other = MacAddress.of("02-4B-7A-00-53-82");
        assertThat(NearMisses.among(List.of(RIGHT, other)).of(MacAddress.of("02-4B-7A-00-53-83")))
                .extracting(NearMiss::other)
                .containsExactlyInAnyOrder(RIGHT, other);
    }

    @Test
    void whatIsAroundAnAddressIsEverythingThatOneSlipMakesOfIt() {
        NearMisses near = NearMisses.among(List.of(RIGHT));
        List<MacAddress> around = NearMisses.around(RIGHT);
        assertThat(around)
                .doesNotContain(RIGHT)
                .hasSizeGreaterThan(170)
                .allSatisfy(other ->
                        assertThat(near.of(other)).extracting(NearMiss::other).contains(RIGHT));
    }
}
