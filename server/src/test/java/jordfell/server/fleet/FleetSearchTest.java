package jordfell.server.fleet;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A list is narrowed by whatever it shows. */
class FleetSearchTest {

    private final Pier pier = new Pier(RunningServer.shared());

    private boolean finds(String path, String text, String shown) {
        String q = URLEncoder.encode(text, StandardCharsets.UTF_8);
        return pier.client()
                .get(path + (path.contains("?") ? "&" : "?") + "q=" + q)
                .toString()
                .contains(shown);
    }

    @Test
    void everyColumnOfTheFleetIsSearched() {
        pier.enrolled("02-4B-7A-0C-00-01", "Sounding lead", "2437", "");
        for (String column : new String[] {"mac", "label", "model", "site", "lines", "word"}) {
            // What is shown may change while its path is computed: then the new text is to be found.
            RunningServer.until(column, () -> {
                String text = pier.client()
                        .get("/api/devices?q=sounding")
                        .json()
                        .path("rows")
                        .get(0)
                        .path(column)
                        .asString();
                return !text.isEmpty() && finds("/api/devices", text, "Sounding lead");
            });
        }
    }

    @Test
    void devicesAreFoundByWhereTheyAreAndWhatTheySayTheyAre() {
        String mac = "02-4B-7A-0C-00-02";
        long device = pier.enrolled(mac, "Plumb line", "2105", "");
        pier.release(device);
        pier.unbox(mac);
        RunningServer.untilLong("registers", () -> pier.rail(device).startsWith("ppppppp"));
        JsonNode where = pier.sheet(device).path("where");
        String address = where.path("registered").path(0).path("address").asString();
        String host = address.substring(0, address.indexOf(':'));
        assertThat(where.path("says").asString()).startsWith("Korrin");
        assertThat(where.path("macMaker").asString()).isEqualTo("Korrin");
        assertThat(where.path("fetched").path("address").asString()).isNotEmpty();
        RunningServer.until("found by " + host, () -> finds("/api/devices", host, "Plumb line"));
        assertThat(finds("/api/devices", where.path("says").asString(), "Plumb line"))
                .isTrue();
        assertThat(finds("/api/search", host, "Plumb line")).isTrue();
    }

    @Test
    void authenticationUserOfAnExtensionIsSearched() {
        assertThat(pier.client()
                        .post("/api/extensions", Map.of("domainId", pier.domainId, "number", "2438"))
                        .status())
                .isEqualTo(201);
        assertThat(finds("/api/extensions?domainId=" + pier.domainId, "2438-A", "\"2438\""))
                .isTrue();
    }

    @Test
    void prefixOfAnOutsideNumberIsSearched() {
        assertThat(pier.client()
                        .post(
                                "/api/outside-numbers",
                                Map.of("domainId", pier.domainId, "e164", "+9995501277", "prefix", "Harbour office"))
                        .status())
                .isEqualTo(201);
        assertThat(finds("/api/outside-numbers?domainId=" + pier.domainId, "harbour", "Harbour office"))
                .isTrue();
    }
}
