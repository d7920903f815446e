package jordfell.lab.trial;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
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
import jordfell.core.roster.DomainRules;
import jordfell.core.roster.ExtensionRules;
import jordfell.core.roster.PasswordRule;
import jordfell.core.roster.Pin;
import jordfell.core.roster.RegistrarNode;
import jordfell.core.settings.Layer;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.Setting.Scope;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.core.settings.SettingsResolver;
import jordfell.core.sip.DigestAnswer;
import jordfell.lab.net.Transport;
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
    static final String NODE = "n0." + DOMAIN;

    /** So many are at the pier where nobody says how many. */
    static final int PHONES = 22;

    static final int AT_THE_YARD = 8;
    private static final DeviceModel K24 =
            new DeviceModel("korrin-k24", "Korrin", "K24", DeviceKind.DESK_PHONE, "korrin", 6, 12, 32, 24);
    private static final Instant START = Instant.parse("2026-03-02T08:00:00Z");

    /** What a file says of a line. */
    record Given(String number, String authUser, String password, String registrar, String transport) {

        private static Given usual(String number, String transport) {
            return new Given(number, number + "-a", "GoodPassword" + number, DOMAIN, transport);
        }

        Given at(String other) {
            return new Given(number, authUser, password, other, transport);
        }

        Given by(String other) {
            return new Given(number, authUser, password, registrar, other);
        }
    }

    /** One phone: its records, what was seen of it since the last look, and its history. */
    public static final class Phone {
        final MacAddress mac;
        final String number;
        final String site;
        final List<Observation> seen = new ArrayList<>();
        private final int n;
        private final int checkEvery;
        private final Domain domain;
        History history = History.begin(START);
        Given given;
        DeviceFacts facts;
        private String file;

        /** What a request for its file is answered with; 0 as it should be. */
        int answered;

        private Phone(int n, int checkEvery, Domain domain, String site, String transport) {
            this.n = n;
            this.checkEvery = checkEvery;
            this.domain = domain;
            this.site = site;
            mac = MacAddress.of(String.format("024b7a00%04x", n));
            number = Integer.toString(2400 + n);
            given = Given.usual(number, transport);
            file = file(given);
            facts = facts(1, START);
        }

        private void release(Given other, long release, Instant at) {
            given = other;
            file = file(other);
            facts = facts(release, at);
        }

        private String file(Given line) {
            List<Layer> layers = List.of(Layer.of(
                    LayerKind.SITE,
                    "Pier",
                    Map.of(
                            SettingsCatalogue.REGISTRAR,
                            line.registrar(),
                            SettingsCatalogue.TRANSPORT,
                            line.transport(),
                            SettingsCatalogue.TIME_SERVER,
                            "192.0.2.123",
                            SettingsCatalogue.EXPIRY,
                            "1200",
                            SettingsCatalogue.CHECK_EVERY,
                            Integer.toString(checkEvery))));
            return Dialects.of("korrin")
                    .render(new DeviceConfig(
                            "Desk " + n,
                            "",
                            List.of(new Station(
                                    1,
                                    line.number(),
                                    line.authUser(),
                                    line.password(),
                                    SettingsResolver.resolve(Scope.LINE, layers))),
                            SettingsResolver.resolve(Scope.DEVICE, layers),
                            List.of()));
        }

        private DeviceFacts facts(long release, Instant at) {
            Revision revision = Revision.of(file);
            return new DeviceFacts(
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
                            given.registrar(),
                            1_200)),
                    List.of(),
                    Optional.of(revision),
                    Optional.of(new DeviceFacts.ReleaseFacts(release, revision, at, "Lena Ravn", List.of())),
                    Optional.empty(),
                    Duration.ofSeconds(checkEvery),
                    false,
                    DeviceFacts.Beside.NOTHING,
                    DeviceFacts.KeyFacts.NONE,
                    List.of());
        }
    }

    private static Domain domain(List<String> transports, String... nodes) {
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
                List.of(),
                new DomainRules(transports, PasswordRule.USUAL, Pin.SHORTEST, Set.of(), ExtensionRules.EMERGENCY));
    }

    final Map<MacAddress, Phone> phones = new LinkedHashMap<>();
    private final Map<Long, Phone> byId = new LinkedHashMap<>();
    final Timeline timeline = new Timeline(START);
    private final Ties ties = new Ties();
    private final Neighbourhood neighbourhood = new Neighbourhood();
    final LabWorld lab;
    private final Domain domain;
    private final Map<String, String> rotated = new HashMap<>();
    private final Set<String> unknown = new HashSet<>();
    private long releases = 1;

    /** @param nodes addresses of the domain's registrars, the first before the others */
    TrialWorld(long seed, int checkEvery, String... nodes) {
        this(seed, checkEvery, PHONES, 0, nodes);
    }

    /** One whose phones speak by UDP. */
    TrialWorld(long seed, int checkEvery, int pier, int yard, String... nodes) {
        this(seed, checkEvery, pier, yard, Transport.UDP, nodes);
    }

    /**
     * A world.
     *
     * @param pier how many phones are there, besides those at the yard
     * @param by how its phones and nodes speak
     */
    TrialWorld(long seed, int checkEvery, int pier, int yard, Transport by, String... nodes) {
        domain = domain(List.of(by.param()), nodes);
        lab = new LabWorld(timeline, List.of(domain), this, this::serve, this, new Random(seed));
        for (int n = 1; n <= pier + yard; n++) {
            add(n, checkEvery, n <= pier ? PIER : YARD, by);
        }
    }

    private void add(int n, int checkEvery, String site, Transport by) {
        Phone phone = new Phone(n, checkEvery, domain, site, by.param());
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
        int status = phone.answered > 0 ? phone.answered : request.revision().equals(revision) ? 304 : 200;
        phone.seen.add(new ConfigRequested(
                timeline.now(),
                request.file(),
                status,
                phone.answered > 0 ? "" : revision,
                request.userAgent(),
                "192.0.2.1"));
        taker.accept(
                new ConfigSource.Answer(status, phone.answered > 0 ? "" : revision, status == 200 ? phone.file : ""));
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
        return holder(user)
                .filter(p -> !unknown.contains(user))
                .map(p -> new Account(user, user + "-a", current(user).orElseThrow(), 2));
    }

    private Optional<Phone> holder(String number) {
        return phones.values().stream().filter(p -> p.number.equals(number)).findFirst();
    }

    /** Another file for a phone, released. */
    void release(Phone phone, Given other) {
        phone.release(other, ++releases, timeline.now());
    }

    /** Another password on record, which nobody released. */
    void rotate(Phone phone, String password) {
        rotated.put(phone.number, password);
    }

    /** The registrar has this number no more. */
    void forget(String number) {
        unknown.add(number);
    }

    @Override
    public List<Long> unnamed(String ofDomain, String number) {
        return List.of();
    }

    @Override
    public List<Long> at(String host) {
        return phones.values().stream()
                .filter(p -> lab.seenAs(
                                p.site, lab.phone(p.mac).orElseThrow().state().address())
                        .equals(host))
                .map(p -> p.facts.id())
                .toList();
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
        return Optional.of(rotated.getOrDefault(number, "GoodPassword" + number));
    }

    @Override
    public List<String> earlier(String number) {
        return rotated.containsKey(number) ? List.of("GoodPassword" + number) : List.of();
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
