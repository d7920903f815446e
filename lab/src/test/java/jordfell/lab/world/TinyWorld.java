package jordfell.lab.world;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import jordfell.core.calls.Callee;
import jordfell.core.calls.Diversions;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.diagnosis.CaseOf;
import jordfell.core.diagnosis.Diagnosis;
import jordfell.core.diagnosis.Finding;
import jordfell.core.diagnosis.SecretBook;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.SipSeen;
import jordfell.core.evidence.Ties;
import jordfell.core.identity.MacAddress;
import jordfell.core.keys.KeyPlan;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.DevicePath;
import jordfell.core.path.Standing;
import jordfell.core.release.Revision;
import jordfell.core.render.DeviceConfig;
import jordfell.core.render.Dialects;
import jordfell.core.render.Station;
import jordfell.core.roster.Block;
import jordfell.core.roster.Domain;
import jordfell.core.roster.DomainRules;
import jordfell.core.roster.RegistrarNode;
import jordfell.core.settings.Layer;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.Setting.Scope;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.core.settings.SettingsResolver;
import jordfell.core.sip.DigestAlgorithm;
import jordfell.lab.fault.Fault;
import jordfell.lab.fault.FaultKind;
import jordfell.lab.phone.ConfigSource;
import jordfell.lab.phone.PhoneState;
import jordfell.lab.phone.SimPhone;
import jordfell.lab.registrar.Accounts;
import jordfell.lab.registrar.Dialled;
import jordfell.lab.time.Timeline;

/** A world of one phone with two lines on a virtual clock, with the records that a server would keep. */
public final class TinyWorld implements WorldObserver, Accounts, SecretBook {

    public static final String DOMAIN = "voice.tarnholm.example";
    static final String NORTH = "north." + DOMAIN;
    static final String SOUTH = "south." + DOMAIN;
    public static final MacAddress MAC = MacAddress.of("02-4B-7A-00-53-1C");
    public static final Instant START = Instant.parse("2026-03-02T08:00:00Z");
    static final DeviceModel K24 =
            new DeviceModel("korrin-k24", "Korrin", "K24", DeviceKind.DESK_PHONE, "korrin", 6, 12, 32, 24);

    public final Timeline timeline = new Timeline(START);
    public final Domain domain = new Domain(
            1,
            DOMAIN,
            DOMAIN,
            new Domain.Expiry(60, 120, 3600),
            2,
            List.of(
                    new RegistrarNode("north", "north." + DOMAIN, "192.0.2.11", 5060, 10, 1),
                    new RegistrarNode("south", "south." + DOMAIN, "192.0.2.12", 5060, 20, 1)),
            List.of(new Block(2400, 2499, "places")));
    public final Map<String, Account> accounts = new LinkedHashMap<>();
    public final Map<String, List<String>> earlier = new HashMap<>();

    /** With which somebody hears messages. */
    public final Map<String, String> pins = new HashMap<>();

    /** Whose ringing calls an extension may take. */
    public final Map<String, Set<String>> pickUps = new HashMap<>();

    public final List<Observation> seen = new ArrayList<>();

    /** What belongs to no device. */
    public final List<Observation> strays = new ArrayList<>();

    public final LabWorld world;
    private final Ties ties = new Ties();
    /** What challenges ask for. */
    public List<DigestAlgorithm> algorithms = List.of(DigestAlgorithm.SHA_256, DigestAlgorithm.MD5);

    /** Where the registrar sends calls instead. */
    public final Map<String, Diversions> diversions = new HashMap<>();

    /** What else is set. */
    public Map<String, String> more = Map.of();

    /** What its keys do. */
    public List<KeyPlan.Placed> keys = List.of();

    public String registrar = DOMAIN;
    private Optional<DeviceFacts.ReleaseFacts> released = Optional.empty();
    private String file = "";
    private boolean resend;

    public TinyWorld() {
        accounts.put("2416", new Account("2416", "2416-a", "GoodPassword2416xyzA", 2));
        accounts.put("2417", new Account("2417", "2417-a", "GoodPassword2417xyzB", 2));
        world = new LabWorld(timeline, List.of(domain), this, this::serve, this, new Random(7));
        world.addPhone(PhoneState.unboxed(MAC, "Korrin K24", "2.4.1", "192.0.2.101", "pier"), state -> {});
    }

    public SimPhone phone() {
        return world.phone(MAC).orElseThrow();
    }

    /** Makes the phone's configuration out of the present records and offers it. */
    public void release() {
        List<Layer> layers = List.of(Layer.of(LayerKind.SITE, "Pier", settings()));
        List<Station> stations = new ArrayList<>();
        List<DeviceFacts.SentLine> sent = new ArrayList<>();
        for (Account account : accounts.values()) {
            int position = stations.size() + 1;
            stations.add(new Station(
                    position,
                    account.number(),
                    account.authUser(),
                    account.password(),
                    SettingsResolver.resolve(Scope.LINE, layers)));
            sent.add(new DeviceFacts.SentLine(
                    position,
                    account.number(),
                    account.authUser(),
                    account.password(),
                    registrar,
                    120,
                    Optional.empty(),
                    "udp"));
        }
        file = Dialects.of("korrin")
                .render(new DeviceConfig(
                        "Ticket window 4", "", stations, SettingsResolver.resolve(Scope.DEVICE, layers), keys));
        released = Optional.of(new DeviceFacts.ReleaseFacts(1, Revision.of(file), timeline.now(), "Lena Ravn", sent));
    }

    private Map<String, String> settings() {
        Map<String, String> settings = new HashMap<>(more);
        settings.put(SettingsCatalogue.REGISTRAR, registrar);
        settings.put(SettingsCatalogue.TIME_SERVER, "192.0.2.123");
        settings.put(SettingsCatalogue.EXPIRY, "120");
        settings.putIfAbsent(SettingsCatalogue.RETRY, "10");
        return settings;
    }

    /** The domain lets SIP travel in these ways from now on. */
    void speaking(String... transports) {
        DomainRules rules = domain.rules();
        world.follow(List.of(new Domain(
                domain.id(),
                domain.name(),
                domain.realm(),
                domain.expiry(),
                domain.contactLimit(),
                domain.nodes(),
                domain.blocks(),
                new DomainRules(
                        List.of(transports),
                        rules.password(),
                        rules.pinDigits(),
                        rules.reserved(),
                        rules.emergency()))));
    }

    /** The next request is answered in full, whatever the phone has. */
    public void resend() {
        resend = true;
    }

    public void run(int seconds) {
        timeline.run(Duration.ofSeconds(seconds));
    }

    /** What was seen of this kind, of the phone and of strays. */
    <T extends Observation> Stream<T> seen(Class<T> kind) {
        return Stream.concat(seen.stream(), strays.stream())
                .filter(kind::isInstance)
                .map(kind::cast);
    }

    /** Has something go wrong from now on. */
    void begin(long id, FaultKind kind, String at, int amount) {
        world.faults().add(new Fault(id, kind, at, amount, timeline.now(), Optional.empty()));
        run(1);
    }

    boolean isRegistered() {
        return !world.contacts(DOMAIN, "2416").isEmpty();
    }

    public DevicePath path() {
        return device().path();
    }

    public List<Finding> findings() {
        return Diagnosis.of(device());
    }

    private CaseOf device() {
        return CaseOf.of(facts(), seen, this, timeline.now());
    }

    private DeviceFacts facts() {
        List<DeviceFacts.LineFacts> lines = new ArrayList<>();
        long id = 1;
        for (String number : List.of("2416", "2417")) {
            String user = accounts.containsKey(number) ? accounts.get(number).authUser() : number + "-a";
            lines.add(new DeviceFacts.LineFacts(
                    lines.size() + 1,
                    Optional.of(new DeviceFacts.ExtensionFacts(id++, number, user, "Window 4")),
                    DOMAIN,
                    120));
        }
        return new DeviceFacts(
                1,
                Optional.of(MAC),
                Optional.empty(),
                Standing.IN_USE,
                "Ticket window 4",
                K24,
                "Eskvik Pier",
                START,
                "Lena Ravn",
                domain,
                lines,
                List.of(),
                released.map(DeviceFacts.ReleaseFacts::revision),
                released,
                Optional.empty(),
                Duration.ofMinutes(15),
                false,
                DeviceFacts.Beside.NOTHING,
                new DeviceFacts.KeyFacts(
                        keys.stream()
                                .map(key ->
                                        new DeviceFacts.LampFacts(key.place().toString(), key.target(), key.label()))
                                .toList(),
                        List.of()),
                List.of());
    }

    private void serve(ConfigSource.Request request, java.util.function.Consumer<ConfigSource.Answer> taker) {
        int status = file.isEmpty()
                ? 404
                : request.revision().equals(Revision.of(file).id()) && !resend ? 304 : 200;
        resend = false;
        String revision = file.isEmpty() ? "" : Revision.of(file).id();
        seen.add(new Observation.ConfigRequested(
                timeline.now(), request.file(), status, revision, request.userAgent(), "192.0.2.101"));
        taker.accept(new ConfigSource.Answer(status, revision, status == 200 ? file : ""));
    }

    @Override
    public void observed(String ofDomain, Optional<MacAddress> mac, Observation observation) {
        ties.take(
                        new Ties.Sighted(
                                ofDomain, mac.isPresent(), mac.map(m -> Long.parseLong(m.compact(), 16)), observation),
                        new TheOnlyPhone())
                .forEach(tied -> (tied.device().isPresent() ? seen : strays)
                        .add(tied.seen().observation()));
    }

    /** What the records say of whose numbers these are. */
    private static final class TheOnlyPhone implements Ties.Holders {
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
    }

    @Override
    public Dialled dial(String name, String from, String dialled) {
        if (dialled.startsWith("*7")) {
            return new Dialled.Service("pick-up");
        }
        return dialled.equals("*86") ? new Dialled.Service("voicemail") : new Dialled.Inside(dialled);
    }

    @Override
    public Set<String> picksUpFor(String name, String number) {
        return pickUps.getOrDefault(number, Set.of());
    }

    @Override
    public Optional<String> pin(String name, String number) {
        return Optional.ofNullable(pins.get(number));
    }

    @Override
    public Optional<Callee> callee(String name, String number) {
        return find(name, number)
                .map(account ->
                        new Callee.Line(number, number, List.of(), diversions.getOrDefault(number, Diversions.NONE)));
    }

    @Override
    public Optional<Policy> domain(String name) {
        return name.equals(DOMAIN)
                ? Optional.of(new Policy(DOMAIN, DOMAIN, domain.expiry(), algorithms))
                : Optional.empty();
    }

    @Override
    public Optional<Account> find(String ofDomain, String user) {
        return Optional.ofNullable(accounts.get(user));
    }

    @Override
    public Optional<String> current(String number) {
        return Optional.ofNullable(accounts.get(number)).map(Account::password);
    }

    @Override
    public List<String> earlier(String number) {
        return earlier.getOrDefault(number, List.of());
    }

    @Override
    public Map<String, String> others(String number) {
        Map<String, String> others = new LinkedHashMap<>();
        accounts.values().stream()
                .filter(a -> !a.number().equals(number))
                .forEach(a -> others.put(a.number(), a.password()));
        return others;
    }
}
