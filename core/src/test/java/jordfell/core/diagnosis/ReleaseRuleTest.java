package jordfell.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.evidence.Evidence;
import jordfell.core.identity.MacAddress;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.DeviceFacts.ExtensionFacts;
import jordfell.core.path.DeviceFacts.HeldBack;
import jordfell.core.path.DeviceFacts.LineFacts;
import jordfell.core.path.DeviceFacts.ReleaseFacts;
import jordfell.core.path.PathComputer;
import jordfell.core.path.Standing;
import jordfell.core.path.Stop;
import jordfell.core.release.Revision;
import jordfell.core.roster.Domain;
import org.junit.jupiter.api.Test;

class ReleaseRuleTest {

    private static final Instant NOW = Instant.parse("2026-06-01T08:00:00Z");

    private static final SecretBook NO_SECRETS = new SecretBook() {
        @Override
        public Optional<String> current(String number) {
            return Optional.empty();
        }

        @Override
        public List<String> earlier(String number) {
            return List.of();
        }

        @Override
        public Map<String, String> others(String number) {
            return Map.of();
        }
    };

    private boolean bound = true;
    private Standing standing = Standing.IN_USE;
    private Optional<ReleaseFacts> released = Optional.empty();
    private Optional<HeldBack> heldBack = Optional.empty();

    private CaseOf device() {
        DeviceFacts facts = new DeviceFacts(
                1,
                Optional.of(MacAddress.of("02-4B-7A-00-53-1C")),
                Optional.empty(),
                standing,
                "Window 4",
                new DeviceModel("k", "Korrin", "K24", DeviceKind.DESK_PHONE, "korrin", 6, 12, 32, 20),
                "Pier",
                NOW.minusSeconds(600),
                "Lena Ravn",
                new Domain(1, "v.example", "v.example", new Domain.Expiry(60, 120, 600), 2, List.of(), List.of()),
                List.of(new LineFacts(
                        1,
                        bound ? Optional.of(new ExtensionFacts(1, "2416", "2416-a", "W4")) : Optional.empty(),
                        "v.example",
                        120)),
                List.of(),
                Optional.of(new Revision("bbbb")),
                released,
                heldBack,
                Duration.ofMinutes(15));
        Evidence nothing = new Evidence(List.of());
        return new CaseOf(facts, nothing, PathComputer.compute(facts, nothing, NOW), NO_SECRETS, NOW);
    }

    private Finding first() {
        return Diagnosis.of(device()).get(0);
    }

    @Test
    void whatWasNeverReleasedIsOfferedToBe() {
        assertThat(first().cause()).isEqualTo(Cause.NOT_RELEASED);
        assertThat(first().remedies()).extracting(Remedy::action).containsExactly(Remedy.Action.RELEASE);
    }

    @Test
    void firstConfigurationInAWaveThatHasNotBegunWaitsForIt() {
        heldBack = Optional.of(new HeldBack(31, 2, NOW.minusSeconds(60), ""));
        assertThat(first().cause()).isEqualTo(Cause.RELEASE_HELD);
        assertThat(first().sentence())
                .isEqualTo("Its first configuration waits in wave 2 of release 31, which has not begun.");
        assertThat(first().brief()).isEqualTo("waits: wave 2 of release 31");
        // Releasing it alone would take it out of its wave without a word.
        assertThat(first().remedies()).extracting(Remedy::action).containsExactly(Remedy.Action.ADVICE);
        assertThat(device().path().stop(Stop.RELEASED).evidence())
                .isEqualTo("its first configuration waits in wave 2 of release 31");
    }

    @Test
    void firstConfigurationInAWaveThatStoppedSaysWhyItDid() {
        heldBack = Optional.of(new HeldBack(31, 2, NOW.minusSeconds(60), "1 of 4 got worse: Window 2."));
        assertThat(first().cause()).isEqualTo(Cause.RELEASE_HELD);
        assertThat(first().sentence())
                .isEqualTo("Its first configuration was held back, because wave 2 of release 31 stopped: "
                        + "1 of 4 got worse: Window 2.");
        assertThat(first().remedies())
                .extracting(Remedy::action)
                .containsExactly(Remedy.Action.ADVICE, Remedy.Action.RELEASE);
        assertThat(first().variant()).isEqualTo("release 31");
    }

    @Test
    void deviceThatHasAnEarlierReleaseKeepsItsDialToneAndIsNotHeld() {
        released =
                Optional.of(new ReleaseFacts(30, new Revision("aaaa"), NOW.minusSeconds(30), "Lena Ravn", List.of()));
        heldBack = Optional.of(new HeldBack(31, 2, NOW.minusSeconds(10), "Mats stopped it."));
        assertThat(Diagnosis.of(device())).extracting(Finding::cause).doesNotContain(Cause.RELEASE_HELD);
        assertThat(device().path().stop(Stop.RELEASED).evidence())
                .endsWith("; a newer one was held back when wave 2 of release 31 stopped");
    }

    @Test
    void lineWithoutAnExtensionComesFirst() {
        bound = false;
        heldBack = Optional.of(new HeldBack(31, 2, NOW.minusSeconds(60), ""));
        assertThat(Diagnosis.of(device()))
                .extracting(Finding::cause)
                .contains(Cause.LINE_UNBOUND)
                .doesNotContain(Cause.RELEASE_HELD, Cause.NOT_RELEASED);
    }

    @Test
    void spareNeedsNoRelease() {
        standing = Standing.SPARE;
        assertThat(Diagnosis.of(device())).isEmpty();
    }
}
