package jordfell.server.calls;

import static org.assertj.core.api.Assertions.assertThat;

import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What the digit maps of a domain make of its numbers, and which one is proposed. */
class DigitMapsApiTest {

    private final Pier pier = new Pier(RunningServer.shared());
    private final Client client = pier.client();

    @Test
    void digitMapsAreHeldAgainstTheNumbersOfTheDomainAndOneIsProposed() {
        JsonNode maps =
                client.get("/api/calls/digit-maps?domainId=" + pier.domainId).json();
        assertThat(maps.path("numbers").asInt()).isPositive();
        assertThat(maps.path("proposal").asString()).contains("112|").contains("*8378");
        assertThat(maps.path("proposed").path("refused").asInt())
                .as("numbers that lie in no block stand there too: " + maps.path("proposed"))
                .isZero();
        JsonNode auction =
                client.get("/api/calls/digit-maps?domainId=" + auctionDomain()).json();
        JsonNode usual = auction.path("maps").get(auction.path("maps").size() - 1);
        assertThat(usual.path("map").asString()).isEqualTo("x.T|*x.T");
        assertThat(usual.path("places").toString()).contains("Wherever none is set");
        assertThat(usual.path("atOnce").asInt()).as("all of them wait").isZero();
        assertThat(maps.path("maps").toString()).as("it is set for the domain").doesNotContain("Wherever none is set");
        assertThat(maps.path("maps").get(0).path("places").toString()).contains("Domain voice.tarnholm.example");
        assertThat(client.get("/api/calls/digit-maps?domainId=999999").status()).isEqualTo(404);
    }

    private long auctionDomain() {
        for (JsonNode domain : client.get("/api/ground").json().path("domains")) {
            if (domain.path("id").asLong() != pier.domainId) {
                return domain.path("id").asLong();
            }
        }
        throw new IllegalStateException("there is one domain alone");
    }
}
