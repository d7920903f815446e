package jordfell.core.waves;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.LongStream;
import jordfell.core.waves.WavePlan.Part;
import org.junit.jupiter.api.Test;

class WavePlanTest {

    private static final List<Long> TEN = LongStream.rangeClosed(1, 10).boxed().toList();

    @Test
    void theseFirstThenAShareThenTheRest() {
        assertThat(WavePlan.deal(TEN, List.of(new Part.These(List.of(3L)), new Part.Share(33), new Part.Rest())))
                .containsExactly(List.of(3L), List.of(1L, 5L, 8L), List.of(2L, 4L, 6L, 7L, 9L, 10L));
    }

    @Test
    void noDeviceIsInTwoWaves() {
        List<List<Long>> waves = WavePlan.deal(
                TEN, List.of(new Part.These(List.of(1L, 2L)), new Part.These(List.of(2L, 3L)), new Part.Rest()));
        assertThat(waves.stream().flatMap(List::stream)).doesNotHaveDuplicates().hasSize(10);
    }

    @Test
    void smallShareIsAtLeastOneDevice() {
        assertThat(WavePlan.deal(TEN, List.of(new Part.Share(1)))).containsExactly(List.of(1L));
        assertThat(WavePlan.deal(List.of(), List.of(new Part.Share(50)))).containsExactly(List.of());
    }

    @Test
    void strangersAreNotTaken() {
        assertThat(WavePlan.deal(TEN, List.of(new Part.These(List.of(99L))))).containsExactly(List.of());
    }

    @Test
    void whateverThePartsEachDeviceIsInOneWaveIfTheLastTakesTheRest() {
        Random random = new Random(31);
        for (int round = 0; round < 500; round++) {
            List<Long> devices =
                    LongStream.range(0, random.nextInt(200)).boxed().toList();
            List<Part> parts = new ArrayList<>();
            for (int i = 0; i < random.nextInt(5); i++) {
                parts.add(
                        random.nextBoolean()
                                ? new Part.Share(1 + random.nextInt(100))
                                : new Part.These(LongStream.range(0, random.nextInt(20))
                                        .map(n -> random.nextInt(250))
                                        .boxed()
                                        .toList()));
            }
            parts.add(new Part.Rest());
            List<List<Long>> waves = WavePlan.deal(devices, parts);
            assertThat(waves).hasSameSizeAs(parts);
            assertThat(waves.stream().flatMap(List::stream)).containsExactlyInAnyOrderElementsOf(devices);
        }
    }
}
