package jordfell.core.wish;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FieldProblemsTest {

    private final FieldProblems problems = new FieldProblems();

    @Test
    void nothingWrongGivesWhatIsMadeOfTheWish() {
        String name = problems.needed("  Pier ", "name", "name", 10);
        assertThat(problems.otherwise(() -> name)).isEqualTo(new Checked.Good<>("Pier"));
    }

    @Test
    void allThatIsWrongIsToldAtOnceAndNothingIsMade() {
        problems.needed(" ", "name", "name", 10);
        problems.text("12345", "note", "note", 4);
        problems.between(7, 1, 6, "lines", "number of lines");
        problems.add("zone", Optional.empty(), "unused");
        Checked<String> checked = problems.otherwise(() -> {
            throw new AssertionError("made of a wish that is wrong");
        });
        assertThat(checked)
                .isEqualTo(new Checked.Bad<>(List.of(
                        new FieldProblem("/name", "The name is missing.", "Write one."),
                        new FieldProblem("/note", "The note has 5 characters.", "At most 4 fit."),
                        new FieldProblem("/lines", "The number of lines can’t be 7.", "1 to 6 can."))));
    }

    @ParameterizedTest
    @CsvSource({"0, 1", "1, 0", "6, 0", "7, 1"})
    void bothEndsOfARangeAreInIt(int value, int refused) {
        assertThat(problems.between(value, 1, 6, "n", "number")).isEqualTo(value);
        assertThat(problems.all()).hasSize(refused);
    }

    @Test
    void noTextIsAnEmptyOne() {
        assertThat(problems.text(null, "note", "note", 4)).isEmpty();
        assertThat(problems.all()).isEmpty();
    }
}
