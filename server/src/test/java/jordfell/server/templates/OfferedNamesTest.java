package jordfell.server.templates;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;
import jordfell.core.settings.SettingNames;
import org.junit.jupiter.api.Test;

/** The editor of formulas offers the names that formulas know, and no others. */
class OfferedNamesTest {

    private static final Path OFFERED = Path.of("../web/src/screens/templates/formulaNames.ts");

    @Test
    void editorOffersTheNamesThatFormulasKnow() throws IOException {
        String source = Files.readString(OFFERED);
        String list = source.substring(source.indexOf('['), source.indexOf(']'));
        List<String> offered = Pattern.compile("'([a-z.]+)'")
                .matcher(list)
                .results()
                .map(found -> found.group(1))
                .toList();
        assertThat(offered).containsExactlyInAnyOrderElementsOf(SettingNames.VOCABULARY.names());
    }
}
