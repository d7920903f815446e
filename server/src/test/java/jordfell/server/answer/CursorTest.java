package jordfell.server.answer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import jordfell.server.problem.RefusedException;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** Lists go on behind the last row that was shown, whatever comes before it meanwhile. */
class CursorTest {

    private final Pier pier = new Pier(RunningServer.shared());

    @Test
    void placeIsReadAsItWasWritten() {
        assertThat(Cursor.read(Cursor.behind(7, "Åsa Öst", 12L), 3)).contains(List.of("7", "Åsa Öst", "12"));
        assertThat(Cursor.read("", 3)).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"%%%", "AAAA", "bm9wZQ"})
    void whatIsNoPlaceIsRefused(String after) {
        assertThatThrownBy(() -> Cursor.read(after, 2)).isInstanceOf(RefusedException.class);
        assertThat(pier.client()
                        .get("/api/people?domainId=" + pier.domainId + "&after=" + after.replace("%", "%25"))
                        .problemAt("/after"))
                .isEqualTo("That is no place in this list. Give what stood under “next”, or nothing to begin.");
    }

    @Test
    void nobodyIsShownTwiceOrLeftOutWhileOthersAreAdded() {
        int many = 230;
        StringBuilder csv = new StringBuilder("Name\n");
        for (int i = 0; i < many; i++) {
            csv.append(String.format(java.util.Locale.ROOT, "Paged person %03d%n", i));
        }
        pier.client()
                .putFile(
                        "/api/import/people/take?domainId=" + pier.domainId,
                        csv.toString().getBytes(StandardCharsets.UTF_8));
        List<String> shown = new ArrayList<>();
        String after = "";
        int added = 0;
        do {
            JsonNode page = pier.client()
                    .get("/api/people?domainId=" + pier.domainId + "&q=Paged&after=" + after)
                    .json();
            page.path("rows").forEach(row -> shown.add(row.path("name").asString()));
            after = page.path("next").asString();
            // Somebody who stands before all that is still to come.
            pier.client().post("/api/people", Map.of("domainId", pier.domainId, "name", "Paged aaa " + added++));
        } while (!after.isEmpty());
        assertThat(added).isGreaterThan(1);
        assertThat(shown)
                .filteredOn(name -> name.startsWith("Paged person"))
                .hasSize(many)
                .doesNotHaveDuplicates();
    }
}
