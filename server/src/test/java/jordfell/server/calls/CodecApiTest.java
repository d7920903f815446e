package jordfell.server.calls;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What two devices would speak, by their settings and models, and who of a domain could not hear whom. */
class CodecApiTest {

    private final Pier pier = new Pier(RunningServer.shared());

    private JsonNode between(String from, String to) {
        return pier.client()
                .get("/api/calls/codecs/between?domainId=" + pier.domainId + "&from=" + from + "&to=" + to)
                .json();
    }

    private void speaks(long device, String codecs) {
        assertThat(pier.client()
                        .put("/api/settings/DEVICE/" + device + "/calls.codecs", Map.of("value", codecs))
                        .status())
                .isEqualTo(200);
    }

    @Test
    void whatIsSpokenFollowsTheSettingsAndPairsWithNothingInCommonAreFound() {
        long one = pier.enrolled("02-4B-7A-08-00-41", "Speaking desk", "2228", "");
        long other = pier.enrolled("02-4B-7A-08-00-42", "Answering desk", "2229", "");
        String usual = between("2228", "2229").path("agreed").asString();
        assertThat(usual).isNotEmpty();
        speaks(one, "pcma,g722");
        assertThat(between("2228", "2229").path("agreed").asString()).isEqualTo("pcma");
        speaks(other, "g729");
        JsonNode none = between("2228", "2229");
        assertThat(none.path("agreed").asString()).isEmpty();
        assertThat(none.path("called").path("set").toString()).isEqualTo("[\"g729\"]");
        String deaf = pier.client()
                .get("/api/calls/codecs?domainId=" + pier.domainId)
                .json()
                .path("deaf")
                .toString();
        assertThat(deaf).contains("Answering desk");
        assertThat(pier.client()
                        .get("/api/calls/codecs/between?domainId=" + pier.domainId + "&from=2228&to=2998")
                        .problemAt("/to"))
                .contains("No device has the extension");
        assertThat(pier.client().get("/api/calls/codecs?domainId=99999").status())
                .isEqualTo(404);
    }
}
