package jordfell.core.media;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import jordfell.core.media.CommonCodecs.Kind;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CommonCodecsTest {

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "opus,g722,pcma; pcma,g722; G722",
                "pcma,g722; opus,g722,pcma; PCMA",
                "opus; pcma; none",
                "; pcma; none",
                "pcmu, pcma; PCMA; PCMA"
            })
    void whoCallsOffersInItsOrder(String caller, String called, String agreed) {
        assertThat(CommonCodecs.agreed(Codec.list(caller == null ? "" : caller), Codec.list(called))
                        .map(Codec::name)
                        .orElse("none"))
                .isEqualTo(agreed);
    }

    @Test
    void aModelSpeaksWhatItCanOfWhatIsSet() {
        assertThat(CommonCodecs.spoken(Codec.list("opus,g722,pcma"), Codec.list("pcma,pcmu,g722")))
                .containsExactly(Codec.G722, Codec.PCMA);
        assertThat(CommonCodecs.spoken(Codec.list("opus,pcma"), List.of()))
                .as("of which nothing is known")
                .containsExactly(Codec.OPUS, Codec.PCMA);
    }

    @Test
    void kindsThatCannotHearEachOtherAreNamedInPairs() {
        Kind desks = new Kind("K24", Codec.list("g722,pcma"), 40);
        Kind softphones = new Kind("Softphone", Codec.list("opus"), 3);
        Kind mute = new Kind("Wall phone", List.of(), 2);
        Kind alone = new Kind("Odd one", List.of(), 1);
        assertThat(CommonCodecs.deaf(List.of(desks, softphones, mute)))
                .extracting(d -> d.one().name() + " and " + d.other().name())
                .containsExactly(
                        "K24 and Softphone",
                        "K24 and Wall phone",
                        "Softphone and Wall phone",
                        "Wall phone and Wall phone");
        assertThat(CommonCodecs.deaf(List.of(alone)))
                .as("it calls nobody of its kind")
                .isEmpty();
    }
}
