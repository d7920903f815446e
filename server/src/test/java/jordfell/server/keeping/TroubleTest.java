package jordfell.server.keeping;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.Optional;
import jordfell.server.keeping.Trouble.Kind;
import jordfell.server.keeping.Trouble.Measured;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TroubleTest {

    private static final Path DATABASE = Path.of("/srv/phones/jordfell.mv.db");

    @ParameterizedTest
    @CsvSource({
        "true,  true,  true,  64, true,  ",
        "true,  true,  true,  63, true,  NO_ROOM",
        "true,  true,  false, 64, true,  READ_ONLY",
        "true,  true,  false,  0, true,  NO_ROOM",
        "true,  false, true,  64, true,  REPLACED",
        "false, false, true,  64, true,  GONE",
        "false, false, false,  0, false, GONE",
        "true,  true,  true,  64, false, SILENT",
    })
    void theFirstCauseIsTold(boolean there, boolean same, boolean writable, long free, boolean answers, Kind expected) {
        assertThat(Trouble.of(new Measured(DATABASE, there, same, writable, free, answers), 64)
                        .map(Trouble::kind))
                .isEqualTo(Optional.ofNullable(expected));
    }

    @Test
    void wordsSayWhatIsMissingAndNoPlaceOfTheMachine() {
        String words = Trouble.of(new Measured(DATABASE, true, true, true, 12, true), 64)
                .orElseThrow()
                .words();
        assertThat(words).contains("12 MB are left, 64 MB are needed").contains("goes on by itself");
        assertThat(words).doesNotContain("/srv");
    }
}
