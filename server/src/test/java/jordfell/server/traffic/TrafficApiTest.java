package jordfell.server.traffic;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.traffic.Slice;
import jordfell.core.traffic.Traffic;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** What went on at nodes and sites over the last hours. */
class TrafficApiTest {

    private static final String DOMAIN = "traffic.example";

    private final RunningServer server = RunningServer.shared();
    private final TrafficStore store = server.bean(TrafficStore.class);
    private final Instant slice = Traffic.begin(Instant.now().minus(Duration.ofHours(1)));

    private Slice slice(Instant from, String node, String site, int registered, int refused) {
        return new Slice(from, DOMAIN, node, site, registered, refused, 0, 2, 50, 40);
    }

    @AfterEach
    void forget() {
        store.forget(Instant.now().plus(Duration.ofHours(1)));
    }

    @ParameterizedTest
    @CsvSource({"node, busy", "site, Refused Quay"})
    void placesWithMostRefusalsComeFirst(String by, String first) {
        store.add(List.of(
                slice(slice, "busy", "Refused Quay", 3, 900_000),
                slice(slice.plus(Traffic.SLICE), "busy", "Refused Quay", 1, 0),
                slice(slice, "calm", "Calm Quay", 900_000, 0)));
        JsonNode place = server.viewer()
                .get("/api/traffic?by=" + by)
                .json()
                .path("places")
                .path(0);
        assertThat(place.path("name").asString()).isEqualTo(first);
        assertThat(place.path("points")).hasSize(2);
        assertThat(place.path("points").path(0).path("refused").asInt()).isEqualTo(900_000);
        assertThat(place.path("points").path(0).path("answerMillis").asInt()).isEqualTo(25);
        assertThat(place.path("points").path(0).path("slowestMillis").asInt()).isEqualTo(40);
    }

    @Test
    void aSiteIsToldByItsNodes() {
        store.add(List.of(
                slice(slice, "one", "Two Nodes", 3, 0),
                slice(slice, "two", "Two Nodes", 5, 0),
                slice(slice, "two", "Elsewhere", 7, 0)));
        JsonNode places = server.viewer()
                .get("/api/traffic/site?domain=" + DOMAIN + "&site=Two%20Nodes")
                .json()
                .path("places");
        assertThat(places).hasSize(2);
        assertThat(places.path(1).path("points").path(0).path("registered").asInt())
                .isEqualTo(5);
    }

    @Test
    void whatIsSeenIsWrittenDownAndWhatIsOldIsForgotten() {
        TrafficBook book = server.bean(TrafficBook.class);
        Instant now = Instant.now();
        Instant old = Traffic.begin(now.minus(TrafficBook.KEPT).minus(Duration.ofHours(1)));
        store.add(List.of(slice(old, "old", "Old Quay", 1, 0)));
        book.seen(
                DOMAIN,
                "Seen Quay",
                new BindingChanged(
                        now, "2400", BindingChanged.Change.ADDED, "c", "north", "192.0.2.1:5060", now.plusSeconds(60)));
        book.keep();
        assertThat(store.since(old.minusSeconds(1)))
                .filteredOn(s -> s.domain().equals(DOMAIN))
                .extracting(Slice::site)
                .containsExactly("Seen Quay");
    }

    @Test
    void whatWasJustSeenIsToldWithoutWaiting() {
        Instant now = Instant.now();
        server.bean(TrafficBook.class)
                .seen(
                        DOMAIN,
                        "Fresh Quay",
                        new BindingChanged(
                                now,
                                "2400",
                                BindingChanged.Change.ADDED,
                                "c",
                                "north",
                                "192.0.2.1:5060",
                                now.plusSeconds(60)));
        JsonNode places = server.viewer()
                .get("/api/traffic/site?domain=" + DOMAIN + "&site=Fresh%20Quay")
                .json()
                .path("places");
        assertThat(places).hasSize(1);
        assertThat(places.path(0).path("points").path(0).path("registered").asInt())
                .isOne();
    }

    @Test
    void whatCameToASliceLaterIsAddedToIt() {
        store.add(List.of(slice(slice, "late", "Late Quay", 3, 1)));
        store.add(List.of(new Slice(slice, DOMAIN, "late", "Late Quay", 2, 0, 1, 1, 500, 500)));
        assertThat(store.since(slice))
                .filteredOn(s -> s.node().equals("late"))
                .containsExactly(new Slice(slice, DOMAIN, "late", "Late Quay", 5, 1, 1, 3, 550, 500));
    }

    @Test
    void anotherWayToTellThemApartIsRefusedByName() {
        RunningServer.Answer answer = server.viewer().get("/api/traffic?by=colour");
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.problemAt("/by")).contains("colour");
    }
}
