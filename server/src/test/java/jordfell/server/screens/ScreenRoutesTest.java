package jordfell.server.screens;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import java.util.TreeSet;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

class ScreenRoutesTest {

    /** The addresses at which the screens say that they are looked at. */
    @Test
    void eachScreenIsGivenAtItsAddressWhenItIsLoadedThere() throws IOException {
        Set<String> refused = new TreeSet<>();
        for (String at :
                JsonMapper.shared().readValue(Files.readString(Path.of("../web/screens.json")), String[].class)) {
            if (RunningServer.shared().stranger().get(at).status() != 200) {
                refused.add(at);
            }
        }
        assertThat(refused).isEmpty();
    }
}
