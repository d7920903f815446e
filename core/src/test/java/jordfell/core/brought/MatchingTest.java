package jordfell.core.brought;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.brought.Matching.Match;
import jordfell.core.capture.Sighting;
import jordfell.core.evidence.Observation.Leased;
import jordfell.core.evidence.SipTexts;
import jordfell.core.identity.MacAddress;
import org.junit.jupiter.api.Test;

/** Whose something that was brought is, and what says so. */
class MatchingTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");
    private static final MacAddress MAC = MacAddress.of("024B7A00531C");
    private static final MacAddress NOBODYS = MacAddress.of("024B7A00531D");

    private static final Matching.Holders HOLDERS = new Matching.Holders() {
        @Override
        public Optional<Long> withMac(MacAddress mac) {
            return mac.equals(MAC) ? Optional.of(1L) : Optional.empty();
        }

        @Override
        public List<Long> withNumber(String domain, String number) {
            return switch (number) {
                case "2416" -> List.of(1L);
                case "2420" -> List.of(2L, 3L);
                default -> List.of();
            };
        }

        @Override
        public List<Long> at(String host) {
            return switch (host) {
                case "192.0.2.1" -> List.of(4L);
                case "2001:db8::7" -> List.of(5L);
                default -> List.of(6L, 7L);
            };
        }
    };

    private final Matching matching = new Matching(HOLDERS);

    private Optional<Match> of(Optional<MacAddress> mac, String callId, String number, String host) {
        return matching.of(
                new Sighting("v.example", mac, host, SipTexts.registerIn(T, callId, 1, number, "v.example")));
    }

    @Test
    void itsInstanceSaysMore() {
        assertThat(of(Optional.of(MAC), "a", "2420", "192.0.2.1")).contains(new Match(1, MatchedBy.INSTANCE));
        assertThat(matching.of(
                        new Sighting("", Optional.of(MAC), "", new Leased(T, "192.0.2.101", "192.0.2.67", 0, ""))))
                .contains(new Match(1, MatchedBy.MAC));
    }

    @Test
    void whoSaysWhoItIsAndIsNobodyIsNobodyWhateverElseFits() {
        assertThat(of(Optional.of(NOBODYS), "a", "2416", "192.0.2.1")).isEmpty();
    }

    @Test
    void anExtensionSpeaksWhereOnlyOneDeviceHasItAndElseTheAddress() {
        assertThat(of(Optional.empty(), "a", "2416", "203.0.113.1")).contains(new Match(1, MatchedBy.EXTENSION));
        assertThat(of(Optional.empty(), "b", "2420", "192.0.2.1")).contains(new Match(4, MatchedBy.ADDRESS));
        assertThat(of(Optional.empty(), "c", "2499", "[2001:db8::7]")).contains(new Match(5, MatchedBy.ADDRESS));
        assertThat(of(Optional.empty(), "d", "2420", "203.0.113.1")).isEmpty();
    }

    @Test
    void whatBelongsToAnExchangeThatIsKnownBelongsToItsDevice() {
        of(Optional.of(MAC), "a", "2416", "192.0.2.1");
        assertThat(of(Optional.empty(), "a", "2420", "203.0.113.1"))
                .as("the same Call-ID from the same address and port")
                .contains(new Match(1, MatchedBy.INSTANCE));
    }
}
