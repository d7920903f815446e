package jordfell.lab.run;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.SipSeen;
import jordfell.core.identity.MacAddress;
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
import jordfell.lab.fault.Fault;
import jordfell.lab.fault.FaultKind;
import jordfell.lab.phone.ConfigSource;
import jordfell.lab.phone.PhoneState;
import jordfell.lab.phone.SimPhone;
import jordfell.lab.registrar.Accounts;
import jordfell.lab.time.Timeline;
import jordfell.lab.world.LabWorld;
import jordfell.lab.world.WorldObserver;

/** A fleet in a world of its own, which nothing else sees. Not safe for use by several threads. */
public final class FleetRun implements Accounts, WorldObserver {

    private static final String DOMAIN = "fleet.example";
    private static final String SITE = "fleet";
    private static final Instant START = Instant.parse("2026-01-05T06:00:00Z");
    private static final String PASSWORD = "ThePasswordOfAllOfThem";

    private final FleetPlan plan;
    private final Timeline timeline = new Timeline(START);
    private final LabWorld world;
    private final List<SimPhone> phones = new ArrayList<>();
    private final Map<String, Account> accounts = new HashMap<>();
    private final Files files;
    private final Map<Long, Second> seconds = new HashMap<>();
    private int registered;
    private long seen;

    /**
     * What went on in a second.
     *
     * @param requests REGISTER requests that reached nodes
     * @param accepted those that were accepted
     * @param registered how many phones are registered at its end
     */
    public record Second(long second, int requests, int accepted, int registered) {

        private Second plus(int more, int well, int now) {
            return new Second(second, requests + more, accepted + well, now);
        }
    }

    /** @param plan one that {@link FleetPlan#refuse} has nothing against */
    public FleetRun(FleetPlan plan) {
        this.plan = plan;
        this.files = new Files(plan);
        Domain domain = domain(plan);
        Random random = new Random(plan.seed());
        world = new LabWorld(timeline, List.of(domain), this, files, this, random);
        if (plan.capacity() > 0) {
            domain.nodes()
                    .forEach(node -> world.faults()
                            .add(new Fault(
                                    node.priority(),
                                    FaultKind.NODE_BUSY,
                                    node.host(),
                                    plan.capacity(),
                                    START,
                                    Optional.empty())));
        }
        for (int n = 0; n < plan.phones(); n++) {
            String number = number(n);
            accounts.put(number, new Account(number, number, PASSWORD, 1));
            phones.add(world.addPhone(
                    PhoneState.unboxed(mac(n), "Korrin K24", "2.4.1", address(n), SITE)
                            .file(files.of(number), ""),
                    state -> {}));
        }
    }

    /** All get power at the same moment; each begins somewhere within the time over which they spread. */
    public void powerAll() {
        timeline.post(() -> phones.forEach(phone -> phone.power(true)));
    }

    /** The power goes, all at once, without a word. */
    public void cutAll() {
        timeline.post(() -> phones.forEach(phone -> phone.power(false)));
    }

    /** Lets so much time pass. */
    public void run(Duration time) {
        timeline.run(time);
    }

    public Instant now() {
        return timeline.now();
    }

    /** How many phones are registered. */
    public int registered() {
        return registered;
    }

    /** How many things were seen at nodes and name service. */
    public long seen() {
        return seen;
    }

    /** How many events happened in it. */
    public long events() {
        return timeline.ran();
    }

    /** What went on since a moment, second by second. */
    public List<Second> since(Instant from) {
        long first = Math.max(0, Duration.between(START, from).toSeconds());
        long last = Duration.between(START, timeline.now()).toSeconds();
        List<Second> all = new ArrayList<>();
        int before = 0;
        for (long s = first; s <= last; s++) {
            Second second = seconds.getOrDefault(s, new Second(s, 0, 0, before));
            before = second.registered();
            all.add(second);
        }
        return all;
    }

    @Override
    public void observed(String domain, Optional<MacAddress> mac, Observation observation) {
        seen++;
        if (observation instanceof SipSeen.Request request && request.toNode() && request.asks("REGISTER")) {
            note(1, 0);
        } else if (observation instanceof SipSeen.Response response
                && !response.toNode()
                && response.status() == 200
                && response.answers("REGISTER")) {
            note(0, 1);
        } else if (observation instanceof BindingChanged binding) {
            registered += switch (binding.change()) {
                case ADDED -> 1;
                case REFRESHED -> 0;
                case REMOVED, EXPIRED -> -1;
            };
            note(0, 0);
        }
    }

    private void note(int requests, int accepted) {
        seconds.merge(
                Duration.between(START, timeline.now()).toSeconds(),
                new Second(Duration.between(START, timeline.now()).toSeconds(), requests, accepted, registered),
                (before, more) -> before.plus(requests, accepted, registered));
    }

    @Override
    public Optional<Policy> domain(String name) {
        return name.equals(DOMAIN)
                ? Optional.of(new Policy(DOMAIN, DOMAIN, new Domain.Expiry(60, plan.expirySeconds(), 86_400)))
                : Optional.empty();
    }

    @Override
    public Optional<Account> find(String domain, String user) {
        return Optional.ofNullable(accounts.get(user));
    }

    private static Domain domain(FleetPlan plan) {
        return new Domain(
                1,
                DOMAIN,
                DOMAIN,
                new Domain.Expiry(60, plan.expirySeconds(), 86_400),
                1,
                IntStream.rangeClosed(1, plan.nodes())
                        .mapToObj(
                                n -> new RegistrarNode("n" + n, "n" + n + "." + DOMAIN, "198.51.100." + n, 5060, n, 1))
                        .toList(),
                List.of());
    }

    private static String number(int n) {
        return Integer.toString(100_000 + n);
    }

    private static MacAddress mac(int n) {
        return MacAddress.of(String.format("02fe00%06x", n));
    }

    /** Nothing of it is ever sent: as many addresses as phones, which no documentation range has. */
    private static String address(int n) {
        return "10." + (n >> 16) + "." + (n >> 8 & 0xff) + "." + (n & 0xff);
    }

    /** The files of all phones: made when they ask. */
    private static final class Files implements ConfigSource {

        private final List<Layer> layers;

        Files(FleetPlan plan) {
            this.layers = List.of(Layer.of(
                    LayerKind.SITE,
                    SITE,
                    Map.of(
                            SettingsCatalogue.REGISTRAR,
                            DOMAIN,
                            SettingsCatalogue.TIME_SERVER,
                            "192.0.2.123",
                            SettingsCatalogue.KEEP_ALIVE,
                            "0",
                            SettingsCatalogue.SPREAD,
                            Integer.toString(plan.spreadSeconds()),
                            SettingsCatalogue.EXPIRY,
                            Integer.toString(plan.expirySeconds()),
                            SettingsCatalogue.REFRESH,
                            Integer.toString(plan.refreshPercent()),
                            SettingsCatalogue.RETRY,
                            Integer.toString(plan.retrySeconds()))));
        }

        String of(String number) {
            return Dialects.of("korrin")
                    .render(new DeviceConfig(
                            number,
                            "",
                            List.of(new Station(
                                    1, number, number, PASSWORD, SettingsResolver.resolve(Scope.LINE, layers))),
                            SettingsResolver.resolve(Scope.DEVICE, layers),
                            List.of()));
        }

        @Override
        public void fetch(Request request, Consumer<Answer> taker) {
            taker.accept(new Answer(304, request.revision(), ""));
        }
    }
}
