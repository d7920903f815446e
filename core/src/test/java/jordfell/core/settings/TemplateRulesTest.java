package jordfell.core.settings;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.IntStream;
import jordfell.core.wish.FieldProblem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TemplateRulesTest {

    private static List<String> chain(int length) {
        return IntStream.range(0, length).mapToObj(i -> "T" + i).toList();
    }

    @ParameterizedTest
    @CsvSource({
        "1, 0, ''",
        "60, 2000, ''",
        "0, 0, The name is empty.",
        "61, 0, The name has 61 characters.",
        "5, 2001, The note has 2001 characters.",
    })
    void nameAndNoteHaveTheirLengths(int name, int note, String reason) {
        List<String> reasons = TemplateRules.refuse("n".repeat(name), "o".repeat(note)).stream()
                .map(FieldProblem::reason)
                .toList();
        assertThat(String.join(" ", reasons)).isEqualTo(reason);
    }

    @Test
    void allThatIsWrongIsToldAtOnce() {
        assertThat(TemplateRules.refuse("", "o".repeat(2_001))).hasSize(2);
    }

    @Test
    void circleIsShownAsItWouldRun() {
        assertThat(TemplateRules.refuseParent("parentId", "Desk", List.of("Window", "Counter", "Desk", "All"), 0))
                .map(FieldProblem::reason)
                .hasValue("That would be a circle: Desk extends Window extends Counter extends Desk.");
    }

    @ParameterizedTest
    @CsvSource({"0, 0, ''", "7, 0, ''", "8, 0, 9", "4, 3, ''", "5, 3, 9"})
    void chainIsCountedAboveAndBeneath(int above, int beneath, String refusedAt) {
        assertThat(TemplateRules.refuseParent("parentId", "Desk", chain(above), beneath)
                        .map(FieldProblem::reason))
                .isEqualTo(
                        refusedAt.isEmpty()
                                ? java.util.Optional.empty()
                                : java.util.Optional.of("The chain would have " + refusedAt + " templates."));
    }
}
