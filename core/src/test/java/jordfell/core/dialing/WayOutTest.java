package jordfell.core.dialing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import jordfell.core.dialing.DialTarget.Change;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What has to be dialled for a number outside. */
class WayOutTest {

    private static DialList.Rule rule(String pattern, DialTarget target) {
        return new DialList.Rule(DigitPattern.of(pattern), target, "");
    }

    private static final DialPlan PLAN = DialPlan.of(
            List.of("112"),
            List.of(rule("24xx", new DialTarget.Inside(Change.NONE))),
            List.of(
                    new DialList(1, "Dear", List.of(rule("0900x.", new DialTarget.Refused("ask a lead")))),
                    new DialList(2, "Outside", List.of(rule("0[1-9]x.", new DialTarget.Outside(new Change(1, ""))))),
                    new DialList(3, "Abroad", List.of(rule("000x.", new DialTarget.Outside(new Change(3, "+"))))),
                    new DialList(
                            4,
                            "All",
                            List.of(new DialList.Included(1), new DialList.Included(2), new DialList.Included(3))),
                    new DialList(5, "Round", List.of(new DialList.Included(5)))),
            List.of(
                    new Permission(1, "inland", List.of(1L, 2L)),
                    new Permission(2, "all", List.of(4L)),
                    new Permission(3, "round", List.of(5L))));

    @ParameterizedTest
    @CsvSource({
        "inland, 55012413, 055012413",
        "inland, +99955012413, ''",
        "all, +99955012413, 00099955012413",
        "all, 55012413, 055012413",
        "all, 900123, ''",
        "round, 55012413, ''",
        "nobody, 55012413, ''",
        "all, 112x, ''"
    })
    void isFoundBackwards(String permission, String number, String dialled) {
        assertThat(WayOut.to(PLAN, permission, number))
                .isEqualTo(Optional.of(dialled).filter(d -> !d.isEmpty()));
    }

    @Test
    void aRowThatDropsMoreThanItSaysLeadsNowhere() {
        DialPlan open = DialPlan.of(
                List.of(),
                List.of(),
                List.of(new DialList(1, "Open", List.of(rule("x.", new DialTarget.Outside(new Change(2, "")))))),
                List.of(new Permission(1, "all", List.of(1L))));
        assertThat(WayOut.to(open, "all", "55012413")).isEmpty();
    }
}
