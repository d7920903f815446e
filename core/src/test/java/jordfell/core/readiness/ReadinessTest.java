package jordfell.core.readiness;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.identity.ClaimCode;
import jordfell.core.identity.MacAddress;
import jordfell.core.milestone.Milestones;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.PathComputer;
import jordfell.core.path.Standing;
import jordfell.core.readiness.Readiness.HandoffFacts;
import jordfell.core.release.Revision;
import jordfell.core.roster.Domain;
import org.junit.jupiter.api.Test;

/** The short list of what is missing, for devices that are half done in one way each. */
class ReadinessTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");
    private Optional<MacAddress> mac = Optional.of(MacAddress.of("02-4B-7A-00-53-1C"));
    private boolean bound = true;
    private boolean byHand;
    private boolean released = true;
    private DeviceKind kind = DeviceKind.DESK_PHONE;
    private Standing standing = Standing.IN_USE;
    private List<HandoffFacts> handoffs = List.of();

    private List<String> missing() {
        Revision revision = new Revision("aaaa000011112222");
        DeviceFacts facts = new DeviceFacts(
                1,
                mac,
                mac.isPresent() ? Optional.empty() : ClaimCode.read("0000-5724"),
                standing,
                "Window 4",
                new DeviceModel("k", "Korrin", "K24", kind, "korrin", 6, 12, 32, 20),
                "Pier",
                T,
                "Lena Ravn",
                new Domain(1, "v.example", "v.example", new Domain.Expiry(60, 120, 600), 2, List.of(), List.of()),
                List.of(new DeviceFacts.LineFacts(
                        1,
                        bound
                                ? Optional.of(new DeviceFacts.ExtensionFacts(1, "2416", "2416-a", "W4"))
                                : Optional.empty(),
                        "v.example",
                        120)),
                List.of(),
                bound ? Optional.of(revision) : Optional.empty(),
                released
                        ? Optional.of(new DeviceFacts.ReleaseFacts(1, revision, T, "Lena Ravn", List.of()))
                        : Optional.empty(),
                Optional.empty(),
                Duration.ofMinutes(5),
                byHand,
                DeviceFacts.Beside.NOTHING,
                DeviceFacts.KeyFacts.NONE,
                List.of());
        return Readiness.of(facts, PathComputer.compute(facts, Milestones.NONE, T.plusSeconds(5)), handoffs, T).stream()
                .map(Missing::what)
                .toList();
    }

    @Test
    void deviceThatWasReleasedHasToBePluggedIn() {
        assertThat(missing()).containsExactly("Plug it in at Pier: it has not fetched its configuration.");
    }

    @Test
    void deviceThatIsSetByHandWaitsForWhoTypes() {
        byHand = true;
        released = false;
        assertThat(missing()).containsExactly("Type what its credentials card says into it: it has not registered.");
        bound = false;
        assertThat(missing()).containsExactly("Line 1 has no extension.");
    }

    @Test
    void deviceWithoutExtensionOrReleaseSaysBothInOrder() {
        bound = false;
        released = false;
        assertThat(missing()).containsExactly("Line 1 has no extension.");
        bound = true;
        assertThat(missing()).containsExactly("Release its configuration.");
    }

    @Test
    void deviceThatWaitsToBeClaimedNamesItsCode() {
        mac = Optional.empty();
        assertThat(missing().get(0)).startsWith("Type claim code 0000-5724 on the phone");
    }

    @Test
    void softphoneWaitsForItsHandoff() {
        kind = DeviceKind.SOFTPHONE;
        assertThat(missing()).containsExactly("Hand over its credentials.");
        handoffs = List.of(new HandoffFacts(T.plusSeconds(60), false, false));
        assertThat(missing()).containsExactly("The handoff link was not opened yet.");
        handoffs = List.of(new HandoffFacts(T.minusSeconds(60), false, false));
        assertThat(missing()).containsExactly("The handoff link ran out unread: make a new one.");
    }

    @Test
    void spareMissesNothingButUse() {
        standing = Standing.SPARE;
        assertThat(missing()).containsExactly("Window 4 is not in use.");
    }

    @Test
    void personWithoutExtensionOrWithAnUnboundOne() {
        assertThat(Readiness.ofPerson(1, "Ida", 0, List.of()))
                .containsExactly(new Missing("Give Ida an extension.", Missing.Place.PERSON, 1));
        assertThat(Readiness.ofPerson(1, "Ida", 1, List.of(new Readiness.Unbound(9, "2431"))))
                .containsExactly(new Missing("Extension 2431 is on no device.", Missing.Place.EXTENSION, 9));
    }
}
