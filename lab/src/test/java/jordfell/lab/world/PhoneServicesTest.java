package jordfell.lab.world;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.diagnosis.Cause;
import jordfell.core.diagnosis.Finding;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.Leased;
import jordfell.core.evidence.Observation.Logged;
import jordfell.core.evidence.SipSeen;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.core.sip.SipHeaders;
import jordfell.lab.fault.Fault;
import jordfell.lab.fault.FaultKind;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a phone finds at its site: an address, where its files are, the time, somebody to write to. */
class PhoneServicesTest {

    private final TinyWorld world = new TinyWorld();

    @BeforeEach
    void released() {
        world.release();
    }

    @Test
    void aLeaseTellsWhereFilesAre() {
        world.phone().power(true);
        world.run(5);
        Leased lease = world.seen(Leased.class).findFirst().orElseThrow();
        assertThat(lease.address()).isEqualTo("192.0.2.101");
        assertThat(lease.option()).isEqualTo(66);
        assertThat(lease.files()).endsWith("/p/pier/");
        assertThat(world.world.leases("pier")).isEqualTo(1);
        assertThat(world.isRegistered()).isTrue();
    }

    @Test
    void withoutALeaseNothingComesFromAPhoneUntilItGetsOne() {
        world.begin(1, FaultKind.NO_LEASES, "pier", 0);
        world.phone().power(true);
        world.run(60);
        assertThat(world.seen).isEmpty();
        assertThat(world.phone().screen()).isEqualTo("waiting for an address");
        world.world.faults().remove(1);
        world.run(70);
        assertThat(world.isRegistered()).isTrue();
    }

    @Test
    void aPhoneThatNobodyTellsWhereFilesAreFetchesNone() {
        world.begin(1, FaultKind.NO_PROVISIONING_ADDRESS, "pier", 0);
        world.phone().power(true);
        world.run(60);
        assertThat(world.seen(Leased.class).findFirst().orElseThrow().option()).isZero();
        assertThat(world.seen(Observation.ConfigRequested.class)).isEmpty();
        assertThat(world.phone().screen()).isEqualTo("nobody told it where its files are");
    }

    @Test
    void whereTheProvisioningAddressIsTypedNoLeaseHasToTellIt() {
        world.world.plan(new SitePlan("pier", 0, Optional.empty()));
        world.phone().power(true);
        world.run(5);
        assertThat(world.seen(Leased.class).findFirst().orElseThrow().files()).isEmpty();
        assertThat(world.isRegistered()).isTrue();
    }

    @Test
    void aSiteWhoseRouterTranslatesIsKnownByThatAddress() {
        world.world.plan(
                new SitePlan("pier", 66, Optional.of(new SitePlan.Nat("203.0.113.9", Duration.ofSeconds(60)))));
        world.phone().power(true);
        world.run(5);
        assertThat(world.world
                        .contacts(TinyWorld.DOMAIN, "2416")
                        .get(0)
                        .source()
                        .host())
                .isEqualTo("203.0.113.9");
    }

    @ParameterizedTest
    @CsvSource({"25, true", "0, false"})
    void emptyDatagramsKeepTheWayThroughARouterOpen(int keepAlive, boolean answers) {
        world.more =
                Map.of(SettingsCatalogue.KEEP_ALIVE, Integer.toString(keepAlive), SettingsCatalogue.EXPIRY, "3600");
        world.release();
        world.world.plan(new SitePlan("pier", 66, Optional.of(new SitePlan.Nat("", Duration.ofSeconds(30)))));
        world.phone().power(true);
        world.run(90);
        assertThat(world.seen(Observation.Pinged.class)
                        .reduce((a, b) -> b)
                        .orElseThrow()
                        .answered())
                .isEqualTo(answers);
    }

    @Test
    void theClockBeginsLongAgoAndIsSetByTheTimeServer() {
        world.phone().power(true);
        world.run(5);
        world.phone().power(false);
        world.begin(1, FaultKind.TIME_BLOCKED, "pier", 0);
        world.phone().power(true);
        world.run(20);
        assertThat(lastDate()).isBefore(Instant.parse("2020-01-01T01:00:00Z"));
        world.world.faults().remove(1);
        world.phone().restart();
        world.run(5);
        assertThat(Duration.between(lastDate(), world.timeline.now()).abs()).isLessThan(Duration.ofSeconds(10));
    }

    @Test
    void aWrongTimeServerMakesTheClockWrong() {
        world.begin(1, FaultKind.TIME_WRONG, "pier", 1_440);
        world.phone().power(true);
        world.run(5);
        world.phone().restart();
        world.run(5);
        assertThat(Duration.between(world.timeline.now(), lastDate()))
                .isBetween(Duration.ofHours(23), Duration.ofHours(25));
    }

    private Instant lastDate() {
        return world.seen(SipSeen.Request.class)
                .filter(r -> r.asks("REGISTER"))
                .reduce((a, b) -> b)
                .flatMap(r -> SipHeaders.date(r.message()))
                .orElseThrow();
    }

    @Test
    void whatAPhoneWritesDownIsTakenAndToldToBeItsOwn() {
        world.more = Map.of(SettingsCatalogue.LOG_LEVEL, "5", "diagnostics.log-target", "192.0.2.14");
        world.release();
        world.phone().power(true);
        world.run(5);
        world.phone().typePassword(1, "AnotherPassword2416");
        world.run(5);
        world.phone().restart();
        world.run(5);
        List<Logged> lines = world.seen(Logged.class).toList();
        assertThat(lines).extracting(Logged::text).anyMatch(text -> text.matches("2416 is refused: 40[13] .*"));
        assertThat(lines).extracting(Logged::text).contains("started with 2.4.1");
        assertThat(lines).extracting(Logged::severity).allMatch(s -> s <= 5);
        assertThat(world.strays).noneMatch(Logged.class::isInstance);
    }

    @Test
    void aLineThatLogsOffIsGoneAndStaysSoUntilAStart() {
        world.phone().power(true);
        world.run(5);
        world.phone().logOff();
        world.run(300);
        assertThat(world.isRegistered()).isFalse();
        assertThat(world.seen(BindingChanged.class).map(BindingChanged::change))
                .contains(BindingChanged.Change.REMOVED)
                .doesNotContain(BindingChanged.Change.EXPIRED);
        assertThat(world.phone().screen()).isEqualTo("2416 logged off, 2417 logged off");
        world.phone().restart();
        world.run(5);
        assertThat(world.isRegistered()).isTrue();
    }

    @Test
    void whatGoesWrongAtTheLinkOfAPhoneGoesWrongForItUntilItIsMended() {
        String mac = TinyWorld.MAC.toString();
        world.world
                .faults()
                .add(new Fault(
                        1,
                        FaultKind.NAMES_BLOCKED,
                        FaultKind.Where.PHONE,
                        mac,
                        0,
                        world.timeline.now(),
                        Optional.empty()));
        world.phone().power(true);
        world.run(20);
        assertThat(world.isRegistered()).isFalse();
        world.world.faults().remove(1);
        world.run(60);
        assertThat(world.isRegistered()).isTrue();
    }

    @Test
    void aNodeThatKeepsToItselfIsNotCalledThroughTheOthers() {
        world.phone().power(true);
        world.run(5);
        world.begin(1, FaultKind.NODE_ALONE, TinyWorld.NORTH, 0);
        assertThat(world.world.faults().nodes().share(TinyWorld.NORTH, TinyWorld.SOUTH))
                .isFalse();
        assertThat(world.world.contacts(TinyWorld.DOMAIN, "2416").get(0).node()).isEqualTo(TinyWorld.NORTH);
    }

    @Test
    void aPhoneThatIsResetForgetsWhatItWasToldAndFetchesAnew() {
        world.phone().power(true);
        world.run(5);
        world.phone().typePassword(1, "AnotherPassword2416");
        world.run(5);
        world.phone().reset();
        assertThat(world.phone().state().file()).isEmpty();
        world.run(5);
        assertThat(world.phone().state().file()).isNotEmpty();
        assertThat(world.isRegistered()).isTrue();
    }

    @Test
    void phonesThatGetPowerAtOnceSpreadOverTheTimeThatTheirFileSays() {
        world.more = Map.of(SettingsCatalogue.SPREAD, "600");
        world.release();
        world.phone().power(true);
        world.run(5);
        world.phone().power(false);
        Instant again = world.timeline.now();
        world.phone().power(true);
        world.run(700);
        Instant asked =
                world.seen(Leased.class).reduce((a, b) -> b).orElseThrow().at();
        assertThat(Duration.between(again, asked)).isBetween(Duration.ofSeconds(5), Duration.ofSeconds(600));
    }

    @Test
    void whoGetsItsAddressBannedIsToldWhyItIsRefused() {
        world.world.plan(
                new SitePlan("pier", 66, Optional.of(new SitePlan.Nat("203.0.113.9", Duration.ofMinutes(30)))));
        world.begin(1, FaultKind.NODE_BANS, TinyWorld.NORTH, 2);
        world.begin(2, FaultKind.NODE_BANS, TinyWorld.SOUTH, 2);
        world.phone().power(true);
        world.run(5);
        world.phone().typePassword(1, "AnotherPassword2416");
        world.run(40);
        assertThat(world.world.banned().get(TinyWorld.NORTH)).containsExactly("203.0.113.9");
        world.run(150);
        assertThat(world.findings().get(0).cause())
                .as("what it comes from is told first")
                .isEqualTo(Cause.WRONG_PASSWORD);
        assertThat(world.findings()).extracting(Finding::cause).doesNotContain(Cause.ADDRESS_BANNED);
    }

    @Test
    void aSiteWithAnotherNetworkMovesItsPhonesWhenTheyStartAndBackAgain() {
        world.phone().power(true);
        world.run(5);
        world.begin(1, FaultKind.OTHER_NETWORK, "pier", 0);
        assertThat(source()).as("as long as its lease runs").isEqualTo("192.0.2.101");
        world.phone().restart();
        world.run(130);
        assertThat(source()).isEqualTo("203.0.113.100");
        assertThat(world.phone().state().address()).isEqualTo("203.0.113.100");
        world.world.faults().remove(1);
        world.phone().restart();
        world.run(130);
        assertThat(source()).isEqualTo("192.0.2.101");
    }

    @Test
    void aPhoneWhoseAddressIsNoneOfItsNetworkAnyMoreNoticesWhenItsLeaseIsToBeLonger() {
        world.phone().power(true);
        world.run(5);
        world.begin(1, FaultKind.OTHER_NETWORK, "pier", 0);
        world.run((int) Duration.ofHours(13).toSeconds());
        assertThat(source()).isEqualTo("203.0.113.100");
    }

    private String source() {
        return world.world.contacts(TinyWorld.DOMAIN, "2416").get(0).source().host();
    }
}
