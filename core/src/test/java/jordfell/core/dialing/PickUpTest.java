package jordfell.core.dialing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PickUpTest {

    /** The domain has 2413, 413 and 72413. */
    @ParameterizedTest
    @CsvSource({"*72413, 72413", "*82413, 2413", "*7, ''", "*79999, ''", "2413, 413", "*413, 413", "'', ''", "7, ''"})
    void keysNameTheLongestExtensionWithWhichTheyEnd(String keys, String named) {
        assertThat(PickUp.named(keys, List.of("2413", "413", "72413")::contains))
                .isEqualTo(Optional.of(named).filter(n -> !n.isEmpty()));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            *7     | ''                       | It takes no call: it is in no pick-up group with others.
            *7     | 2413                     | It takes a call that rings at 2413.
            *7     | 2415,2414,2413           | It takes a call that rings at 2413 or 2414 or 2415.
            *7     | 2417,2416,2415,2414,2413 | It takes a call that rings at 2413, 2414, 2415 or 2 others.
            *72413 | 2413,2414                | It takes a call that rings at 2413.
            *72499 | 2413,2414                | It takes no call: 2499 is not in its pick-up group.
            """)
    void isSaidInOneSentence(String keys, String group, String said) {
        Set<String> others = group.isEmpty() ? Set.of() : Set.of(group.split(","));
        assertThat(PickUp.said(keys, others, number -> number.startsWith("24") && number.length() == 4)
                        .sentence())
                .isEqualTo(said);
    }
}
