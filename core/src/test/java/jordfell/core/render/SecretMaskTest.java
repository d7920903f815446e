package jordfell.core.render;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import jordfell.core.render.SecretMask.Place;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SecretMaskTest {

    private static String mask(String file, List<Place> places, String... values) {
        return SecretMask.mask(file, places, List.of(values), secret -> "••");
    }

    @Test
    void whatStandsAtItsPlaceIsTakenOut() {
        assertThat(mask("a = harbour-1\nb = quay-22\n", List.of(new Place(0, 4, 13), new Place(1, 4, 11))))
                .isEqualTo("a = ••\nb = ••\n");
    }

    @Test
    void severalInOneLineDoNotShiftEachOther() {
        assertThat(mask("x harbour-1 y quay-22", List.of(new Place(0, 2, 11), new Place(0, 14, 21))))
                .isEqualTo("x •• y ••");
    }

    @ParameterizedTest
    @ValueSource(strings = {"\r", "\u2028", "\u0085", "\u000b", "\ufdd0", "\ufdd1"})
    void noCharacterBeforeItUnmasksIt(String odd) {
        assertThat(mask("label = Quay" + odd + "side\npass = harbour-1\n", List.of(new Place(1, 7, 16))))
                .doesNotContain("harbour");
        assertThat(mask("label = Quay" + odd + "side\npass = harbour-1\n", List.of(new Place(1, 9, 18)), "harbour-1"))
                .as("its place is off by two")
                .doesNotContain("harbour");
    }

    @Test
    void whatStandsElsewhereToo_isTakenOutByValue() {
        assertThat(mask("# harbour-1 is the word\npass = harbour-1\n", List.of(new Place(1, 7, 16)), "harbour-1"))
                .isEqualTo("# •• is the word\npass = ••\n");
    }

    @Test
    void placesBeyondTheFileAreNoMatter() {
        assertThat(mask("short", List.of(new Place(0, 3, 99), new Place(7, 0, 4))))
                .isEqualTo("sho••");
    }
}
