package jordfell.lab.world;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.function.Consumer;
import jordfell.core.diagnosis.SecretBook;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.SipSeen;
import jordfell.core.evidence.Ties;
import jordfell.core.history.History;
import jordfell.core.history.Records;
import jordfell.core.history.Transition;
import jordfell.core.identity.MacAddress;
import jordfell.core.path.Condition;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.Standing;
import jordfell.core.release.Revision;
import jordfell.core.render.DeviceConfig;
import jordfell.core.render.Dialects;
import jordfell.core.render.Station;
import jordfell.core.roster.Domain;
import jordfell.core.roster.RegistrarNode;
import jordfell.core.settings.Layer;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.Setting.Scope;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.core.settings.SettingsResolver;
import jordfell.lab.phone.ConfigSource;
import jordfell.lab.phone.PhoneState;
import jordfell.lab.registrar.Accounts;
import jordfell.lab.time.Timeline;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A day of phones that are all well: nothing is found, nobody is held, and what is proven stays proven. */
@Execution(ExecutionMode.CONCURRENT)
class HealthyWorldTest {

    private static final int PHONES = 22;
    private static final String DOMAIN = "voice.tarnholm.example";
    private static final Instant START = Instant.parse("2026-03-02T08:00:00Z");
    private static final Duration LOOK = Duration.ofMinutes(1);

    /** One phone: its records, what was seen of it since the last look, and its history. */
    private static final class Phone {
        private final MacAddress mac;
        private final String number;
        private final String file;
        private final DeviceFacts facts;
        private final List<Observation> seen = new ArrayList<>();
        private History history = History.begin(START);

        private Phone(int n, int checkEvery) {
            mac = MacAddress.of(String.format("024b7a00%04x", n));
            number = Integer.toString(2400 + n);
            List<Layer> layers = List.of(Layer.of(
                    LayerKind.SITE,
                    "Pier",
                    Map.of(
                            SettingsCatalogue.REGISTRAR,
                            DOMAIN,
                            SettingsCatalogue.TIME_SERVER,
                            "192.0.2.123",
                            SettingsCatalogue.EXPIRY,
                            "1200",
                            SettingsCatalogue.CHECK_EVERY,
                            Integer.toString(checkEvery))));
            file = Dialects.of("korrin")
                    .render(new DeviceConfig(
                            "Desk " + n,
                            "",
                            List.of(new Station(
                                    1,
                                    number,
                                    number + "-a",
                                    "GoodPassword" + number,
                                    SettingsResolver.resolve(Scope.LINE, layers))),
                            SettingsResolver.resolve(Scope.DEVICE, layers),
                            List.of()));
            Revision revision = Revision.of(file);
            facts = new DeviceFacts(
                    n,
                    Optional.of(mac),
                    Optional.empty(),
                    Standing.IN_USE,
                    "Desk " + n,
                    TinyWorld.K24,
                    "Pier",
                    START,
                    "Lena Ravn",
                    domain(),
                    List.of(new DeviceFacts.LineFacts(
                            1,
                            Optional.of(new DeviceFacts.ExtensionFacts(n, number, number + "-a", "Desk")),
                            DOMAIN,
                            1_200)),
                    List.of(),
                    Optional.of(revision),
                    Optional.of(new DeviceFacts.ReleaseFacts(1, revision, START, "Lena Ravn", List.of())),
                    Optional.empty(),
                    Duration.ofSeconds(checkEvery),
                    false,
                    List.of());
        }
    }

    private static Domain domain() {
        return new Domain(
                1,
                DOMAIN,
                DOMAIN,
                new Domain.Expiry(60, 1_200, 3_600),
                2,
                List.of(new RegistrarNode("north", "north." + DOMAIN, "192.0.2.11", 5060, 10, 1)),
                List.of());
    }

    /** The world with what a server would keep of it. */
    private static final class World implements WorldObserver, Accounts, Ties.Holders, SecretBook {
        private final Map<MacAddress, Phone> phones = new LinkedHashMap<>();
        private final Map<Long, Phone> byId = new LinkedHashMap<>();
        private final Timeline timeline = new Timeline(START);
        private final Ties ties = new Ties();
        private final LabWorld lab;

        private World(long seed, int checkEvery) {
            lab = new LabWorld(timeline, List.of(HealthyWorldTest.domain()), this, this::serve, this, new Random(seed));
            for (int n = 1; n <= PHONES; n++) {
                Phone phone = new Phone(n, checkEvery);
                phones.put(phone.mac, phone);
                byId.put((long) n, phone);
                lab.addPhone(
                        PhoneState.unboxed(phone.mac, "Korrin K24", "2.4.1", "192.0.2." + (100 + n), "pier"), s -> {});
                lab.phone(phone.mac).orElseThrow().power(true);
            }
        }

        private void serve(ConfigSource.Request request, Consumer<ConfigSource.Answer> taker) {
            Phone phone = phones.values().stream()
                    .filter(p -> request.file().contains(p.mac.compact()))
                    .findFirst()
                    .orElseThrow();
            String revision = Revision.of(phone.file).id();
            int status = request.revision().equals(revision) ? 304 : 200;
            phone.seen.add(new ConfigRequested(
                    timeline.now(), request.file(), status, revision, request.userAgent(), "192.0.2.1"));
            taker.accept(new ConfigSource.Answer(status, revision, status == 200 ? phone.file : ""));
        }

        @Override
        public void observed(String ofDomain, Optional<MacAddress> mac, Observation observation) {
            Optional<Long> claims = mac.map(phones::get).map(p -> p.facts.id());
            ties.take(new Ties.Sighted(ofDomain, mac.isPresent(), claims, observation), this)
                    .forEach(tied -> tied.device()
                            .ifPresent(id -> java.util.Objects.requireNonNull(byId.get(id))
                                    .seen
                                    .add(tied.seen().observation())));
        }

        @Override
        public Optional<Policy> domain(String name) {
            return Optional.of(
                    new Policy(DOMAIN, DOMAIN, HealthyWorldTest.domain().expiry()));
        }

        @Override
        public Optional<Account> find(String ofDomain, String user) {
            return Optional.of(new Account(user, user + "-a", "GoodPassword" + user, 2));
        }

        @Override
        public List<Long> unnamed(String ofDomain, String number) {
            return List.of();
        }

        @Override
        public boolean wasAt(long device, String host) {
            return false;
        }

        @Override
        public Optional<String> registeredFrom(long device) {
            return Optional.empty();
        }

        @Override
        public boolean proves(String ofDomain, SipSeen.Request register) {
            return false;
        }

        @Override
        public Optional<String> current(String number) {
            return Optional.of("GoodPassword" + number);
        }

        @Override
        public List<String> earlier(String number) {
            return List.of();
        }

        @Override
        public Map<String, String> others(String number) {
            return Map.of();
        }
    }

    @ParameterizedTest
    @CsvSource({"1, 60", "2, 3600", "3, 60", "4, 3600", "5, 60"})
    void aHealthyDayHasNoFindingAndWhatIsProvenStaysProven(long seed, int checkEvery) {
        World world = new World(seed, checkEvery);
        boolean called = false;
        for (int minute = 1; minute <= 24 * 60; minute++) {
            world.timeline.run(LOOK);
            for (Phone phone : world.phones.values()) {
                Instant now = world.timeline.now();
                History.Stepped stepped = phone.history.step(
                        new Records(phone.facts, world, Optional.empty(), true), List.copyOf(phone.seen), now);
                phone.seen.clear();
                phone.history = stepped.history();
                assertThat(stepped.transitions())
                        .as("%s at minute %s", phone.number, minute)
                        .noneMatch(Transition.FindingOpened.class::isInstance);
                assertThat(stepped.tooLate()).isEmpty();
                if (minute > 45) {
                    assertThat(phone.history.present().condition())
                            .as("%s at minute %s", phone.number, minute)
                            .isEqualTo(Condition.PROVEN);
                }
            }
            if (minute == 30 && !called) {
                called = true;
                world.phones.values().forEach(p -> world.lab.testCall(p.mac, DOMAIN, p.number, () -> {}));
            }
        }
        assertThat(world.byId.values())
                .allSatisfy(p -> assertThat(p.history.recent()).hasSizeLessThan(60));
    }
}
