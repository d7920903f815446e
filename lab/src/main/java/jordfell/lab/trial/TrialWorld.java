package jordfell.lab.trial;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.diagnosis.Neighbourhood;
import jordfell.core.diagnosis.PasswordCandidates;
import jordfell.core.diagnosis.PasswordUsed;
import jordfell.core.diagnosis.SecretBook;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.SipSeen;
import jordfell.core.evidence.Ties;
import jordfell.core.history.History;
import jordfell.core.history.Records;
import jordfell.core.identity.MacAddress;
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
import jordfell.core.sip.DigestAnswer;
import jordfell.lab.phone.ConfigSource;
import jordfell.lab.phone.PhoneState;
import jordfell.lab.registrar.Accounts;
import jordfell.lab.time.Timeline;
import jordfell.lab.world.LabWorld;
import jordfell.lab.world.WorldObserver;

/**
 * A world in which the diagnosis is tried: phones at two sites, each with what a server would keep of it: evidence that is tied,
 * and a history that is stepped. The same seed gives the same world.
 */
public final class TrialWorld implements WorldObserver, Accounts, Ties.Holders, SecretBook {

    public static final String PIER = "pier";
    public static final String YARD = "yard";
    public static final String DOMAIN = "voice.tarnholm.example";

    /** So many are at the pier where nobody says how many. */
    static final int PHONES = 22;

    static final int AT_THE_YARD = 8;
    private static final DeviceModel K24 =
            new DeviceModel("korrin-k24", "Korrin", "K24", DeviceKind.DESK_PHONE, "korrin", 6, 12, 32, 24);
    private static final Instant START = Instant.parse("2026-03-02T08:00:00Z");
    /** One phone: its records, what was seen of it since the last look, and its history. */
    public static final class Phone {
        final MacAddress mac;
        final String number;
        private final String file;
        final DeviceFacts facts;
        final List<Observation> seen = new ArrayList<>();
        History history = History.begin(START);

        final String site;

        private Phone(int n, int checkEvery, Domain domain, String site) {
            this.site = site;
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
                    K24,
                    site,
                    START,
                    "Lena Ravn",
                    domain,
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
                    DeviceFacts.Beside.NOTHING,
                    List.of(),
                    List.of());
        }
    }

    private static Domain domain(String... nodes) {
        return new Domain(
                1,
                DOMAIN,
                DOMAIN,
                new Domain.Expiry(60, 1_200, 3_600),
                2,
                IntStream.range(0, nodes.length)
                        .mapToObj(i ->
                                new RegistrarNode("n" + i, "n" + i + "." + DOMAIN, nodes[i], 5060, 10 * (i + 1), 1))
                        .toList(),
                List.of());
    }

    final Map<MacAddress, Phone> phones = new LinkedHashMap<>();
    private final Map<Long, Phone> byId = new LinkedHashMap<>();
    final Timeline timeline = new Timeline(START);
    private final Ties ties = new Ties();
    private final Neighbourhood neighbourhood = new Neighbourhood();
    final LabWorld lab;
    private final Domain domain;

    /** @param nodes addresses of the domain's registrars, the first before the others */
    TrialWorld(long seed, int checkEvery, String... nodes) {
        this(seed, checkEvery, PHONES, 0, nodes);
    }

    /** @param pier how many phones are there, besides those at the yard */
    TrialWorld(long seed, int checkEvery, int pier, int yard, String... nodes) {
        domain = domain(nodes);
        lab = new LabWorld(timeline, List.of(domain), this, this::serve, this, new Random(seed));
        for (int n = 1; n <= pier + yard; n++) {
            add(n, checkEvery, n <= pier ? PIER : YARD);
        }
    }

    private void add(int n, int checkEvery, String site) {
        Phone phone = new Phone(n, checkEvery, domain, site);
        phones.put(phone.mac, phone);
        byId.put((long) n, phone);
        lab.addPhone(PhoneState.unboxed(phone.mac, "Korrin K24", "2.4.1", "192.0.2." + (100 + n), site), s -> {});
        lab.phone(phone.mac).orElseThrow().power(true);
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
        return Optional.of(new Policy(DOMAIN, DOMAIN, domain.expiry()));
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
    public List<Long> at(String host) {
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

    /** What costs little is enough to tell which password somebody typed. */
    @Override
    public PasswordUsed used(DigestAnswer answer, String number) {
        return PasswordCandidates.find(answer, "REGISTER", number, this);
    }

    /** Lets the world go on, and looks at every phone. */
    void look(Duration later, BiConsumer<Phone, History.Stepped> each) {
        timeline.run(later);
        for (Phone phone : phones.values()) {
            phone.seen.forEach(
                    o -> neighbourhood.seen(phone.facts, phone.history.present().reached(), o));
        }
        for (Phone phone : phones.values()) {
            History.Stepped stepped = phone.history.step(
                    new Records(
                            phone.facts,
                            this,
                            Optional.empty(),
                            neighbourhood.of(
                                    phone.facts, phone.history.present().reached(), timeline.now()),
                            true),
                    List.copyOf(phone.seen),
                    timeline.now());
            phone.seen.clear();
            phone.history = stepped.history();
            each.accept(phone, stepped);
        }
    }

    /** A test call with each phone. */
    void testCalls() {
        phones.values().forEach(p -> lab.testCall(p.mac, DOMAIN, p.number, () -> {}));
    }
}
