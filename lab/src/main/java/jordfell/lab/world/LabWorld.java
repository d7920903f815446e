package jordfell.lab.world;

import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.function.Supplier;
import java.util.random.RandomGenerator;
import java.util.stream.Collectors;
import jordfell.core.calls.Announcement;
import jordfell.core.evidence.FollowedCall;
import jordfell.core.identity.MacAddress;
import jordfell.core.roster.Domain;
import jordfell.core.roster.RegistrarNode;
import jordfell.lab.calls.SipServer;
import jordfell.lab.capture.Captured;
import jordfell.lab.capture.Recorder;
import jordfell.lab.dns.Zone;
import jordfell.lab.fault.Fault;
import jordfell.lab.fault.FaultKind;
import jordfell.lab.fault.Faults;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Network;
import jordfell.lab.net.Transport;
import jordfell.lab.phone.ConfigSource;
import jordfell.lab.phone.PhoneEnvironment;
import jordfell.lab.phone.PhoneState;
import jordfell.lab.phone.SimPhone;
import jordfell.lab.registrar.Accounts;
import jordfell.lab.registrar.Outcome;
import jordfell.lab.registrar.Registrar;
import jordfell.lab.time.Timeline;
import jordfell.lab.tls.LabAuthority;
import jordfell.lab.watching.Messages;
import jordfell.lab.watching.Watched;

/**
 * The simulated world. All that touches it runs in the timeline's order; use {@link Timeline#post} from elsewhere.
 */
public final class LabWorld {

    /** The node name under which datagrams from this machine's own addresses are seen. */
    public static final String OUTSIDE_NODE = "local";

    /** What is on the wire is kept for a while: so many datagrams, and so many bytes of them. */
    private static final int MOST_RECORDED = 40_000;

    private static final long MOST_BYTES = 24L << 20;

    private static final int PLAIN_PORT = 5060;
    private static final int TLS_PORT = 5061;

    private final Timeline timeline;
    private final Network network;
    private final Voicemail voicemail;
    private final Registrar registrar;
    private final Faults faults;
    private final Recorder recorder = new Recorder(MOST_RECORDED, MOST_BYTES);
    private final Plots plots = new Plots();
    private final Names names;
    private final SiteServices sites;
    private final NodeCertificates certificates;
    private final LogCollector logs;
    private final PhoneEnvironment surroundings;
    private final Witness witness;
    private final NodeTraffic traffic;
    private final TestCalls testCalls;
    private final Nodes nodes = new Nodes();
    private final NodeAddresses addresses = new NodeAddresses(nodes);
    private final Map<MacAddress, SimPhone> phones = new LinkedHashMap<>();

    public LabWorld(
            Timeline timeline,
            Collection<Domain> domains,
            Accounts accounts,
            ConfigSource configs,
            WorldObserver observer,
            RandomGenerator random) {
        this.timeline = timeline;
        this.network = new Network(timeline, random);
        this.voicemail = new Voicemail(network, accounts::pin, this::messagesChanged);
        this.faults = new Faults(timeline, network, random);
        SipServer sip = new SipServer(accounts, voicemail, addresses, faults.nodes()::share, random);
        sip.addService(Voicemail.USER, Voicemail.ADDRESS);
        new Announcer(timeline, network);
        sip.addService(Announcement.SERVICE, Announcer.ADDRESS);
        this.registrar = sip.registrar();
        network.whenSent(isLost -> plots.sent(timeline.now(), isLost));
        network.tap(packet -> recorder.record(
                new Captured(timeline.now(), packet.from(), packet.to(), packet.bytes(), packet.firstFragment())));
        faults.phonesAre(this::addressesFor);
        this.names = new Names(timeline, network, observer, faults.names());
        this.witness = new Witness(timeline, network, nodes, faults.nodes(), observer);
        this.sites = new SiteServices(timeline, faults, observer, names::hold);
        this.certificates = new NodeCertificates(timeline, nodes, faults.nodes(), witness);
        this.surroundings =
                new PhoneEnvironment(timeline, network, configs, Names.ADDRESS, sites, certificates, random);
        this.logs = new LogCollector(timeline, network, observer);
        new TimeService(timeline, network);
        this.traffic = new NodeTraffic(timeline, network, sip, nodes, faults.nodes(), witness, plots);
        this.testCalls = new TestCalls(timeline, network, random, sip, nodes, phones, observer, witness.followed());
        follow(domains);
        traffic.begin();
    }

    /** Has names and nodes be as the domains say from now on. Must be called in the world's order. */
    public void follow(Collection<Domain> domains) {
        nodes.all().forEach(node -> node.at().forEach(network::detach));
        nodes.clear();
        names.follow(domains);
        for (Domain domain : domains) {
            for (RegistrarNode node : domain.nodes()) {
                List<Endpoint> at = domain.rules().transports().stream()
                        .map(by -> endpoint(node, Transport.valueOf(by.toUpperCase(Locale.ROOT))))
                        .toList();
                nodes.add(node.host(), new Nodes.Node(node.name(), domain.name(), at));
                at.forEach(here -> network.attach(here, (from, bytes) -> traffic.take(node.host(), from, bytes)));
            }
        }
    }

    /** TLS has the port behind that of the others, as the domain’s zone says. */
    private static Endpoint endpoint(RegistrarNode node, Transport by) {
        int port = by == Transport.TLS && node.port() == PLAIN_PORT ? TLS_PORT : node.port();
        return new Endpoint(node.address(), port, by);
    }

    /** Has a site be set up so. Must be called in the world’s order. */
    public void plan(SitePlan plan) {
        if (!sites.plan(plan)) {
            return; // what its router remembers stays
        }
        network.router(plan.site()).remove(plan.site());
        network.know(plan.site(), plan.router());
        plan.nat().ifPresent(nat -> network.translate(plan.site(), plan.site(), nat.address(), nat.timeout()));
    }

    /** By which address whoever is at an address of a site is seen from outside of it. */
    public String seenAs(String site, String address) {
        return sites.isTranslated(site) ? network.router(site).outerAddress() : address;
    }

    /** How many leases run at a site. */
    public long leases(String site) {
        return sites.leases(site);
    }

    /**
     * Where hosts are found that files name: time servers, and those that take what phones write down.
     *
     * @param logPorts at which the latter listen
     */
    public void offer(Collection<String> timeServers, Collection<String> logTargets, Collection<Integer> logPorts) {
        Map<String, String> addresses = new LinkedHashMap<>();
        timeServers.forEach(name -> addresses.put(name, TimeService.HOST));
        logTargets.forEach(name -> addresses.put(name, LogCollector.HOST));
        names.offer(addresses);
        logPorts.forEach(logs::listen);
    }

    /** Who vouches for the certificates of its nodes. */
    public void vouchedBy(Supplier<LabAuthority> authority) {
        certificates.vouchedBy(authority);
    }

    /** Until when the certificates hold that its nodes show, by their names. */
    public Map<String, Instant> certificatesUntil() {
        return certificates.validUntil();
    }

    public SipCounters counters() {
        return traffic.counters();
    }

    /** Has this share of all datagrams in this world get lost, from 0 for none to 1. */
    public void lose(double share) {
        network.lose(share);
    }

    /**
     * What was on the wire since a moment, as far as it is kept.
     *
     * @param addresses of those whose datagrams are wanted; none for all
     */
    public List<Captured> captured(Instant since, Collection<String> addresses) {
        return recorder.since(since, addresses);
    }

    /** By which addresses the phones of a site are known to others: their own, or their router’s. */
    public Set<String> addressesOf(String site) {
        Set<String> addresses = phones.values().stream()
                .map(SimPhone::state)
                .filter(state -> state.site().equals(site))
                .map(PhoneState::address)
                .collect(Collectors.toCollection(HashSet::new));
        Optional.of(network.router(site).outerAddress())
                .filter(address -> !address.isEmpty())
                .ifPresent(addresses::add);
        return addresses;
    }

    /** Names of a domain lead where a zone file says; empty to follow the domain again. Must be called in the world’s order. */
    public void giveZone(String domain, Optional<Zone> zone) {
        names.give(domain, zone);
    }

    /** What went on lately. */
    public List<Plots.Piece> plots() {
        return plots.pieces();
    }

    /** How many requests wait at each node just now, by its name. */
    public Map<String, Integer> waiting() {
        Map<String, Integer> waiting = new LinkedHashMap<>();
        nodes.byHost().forEach((host, node) -> waiting.put(host, faults.nodes().waiting(host, timeline.now())));
        return waiting;
    }

    /** The addresses from which each node hears nothing, by its host. */
    public Map<String, List<String>> banned() {
        Map<String, List<String>> banned = new LinkedHashMap<>();
        nodes.byHost().forEach((host, node) -> banned.put(host, faults.nodes().banned(host, timeline.now())));
        return banned;
    }

    /** Has a node hear an address again, by the node’s name. Must be called in the world’s order. */
    public boolean lift(String name, String address) {
        boolean wasBanned = false;
        for (Map.Entry<String, Nodes.Node> node : nodes.byHost().entrySet()) {
            if (node.getValue().name().equals(name) && faults.nodes().lift(node.getKey(), address)) {
                wasBanned = true;
                witness.lifted(node.getKey(), address);
            }
        }
        return wasBanned;
    }

    /** Has the registrar forget who registered an extension from this address and port. Must be called in the world’s order. */
    public boolean forget(String domain, String number, String source) {
        Outcome outcome = registrar.forget(domain, number, source);
        traffic.carryOut(outcome);
        return !outcome.events().isEmpty();
    }

    /** The addresses of the phone, or of the share of all phones, that a fault is at. The same phones for the same fault. */
    private Collection<String> addressesFor(Fault fault) {
        if (fault.where() == FaultKind.Where.PHONE) {
            return phones.values().stream()
                    .filter(phone -> phone.mac().toString().equals(fault.at()))
                    .map(phone -> phone.state().address())
                    .toList();
        }
        int percent = Integer.parseInt(fault.at());
        return phones.values().stream()
                .filter(phone -> new Random(phone.mac().bits() * 31 + fault.id()).nextInt(100) < percent)
                .map(phone -> phone.state().address())
                .toList();
    }

    /** Who its addresses are: nodes, the name service. */
    public Map<String, String> addressNames() {
        Map<String, String> named = new LinkedHashMap<>();
        nodes.all().forEach(node -> named.put(node.address(), node.name()));
        named.put(Names.ADDRESS.host(), "name service");
        return named;
    }

    /** What goes wrong in it on purpose. */
    public Faults faults() {
        return faults;
    }

    /** Has an address be on the network, or be cut off from it. */
    public void plug(String host, boolean in) {
        network.plug(host, in);
    }

    /**
     * Where what is sent to this machine's own addresses goes, for one way of carrying it.
     *
     * @param self where this world can be reached from there
     */
    public void routeOutside(Endpoint self, BiConsumer<Endpoint, byte[]> sender) {
        addresses.open(self);
        network.routeOutside(self.transport(), sender);
    }

    /**
     * Takes a datagram that came in by the real socket. Anybody can send one that names somebody's number: who is told of it
     * decides whether it speaks for a device.
     */
    public void takeFromOutside(Endpoint from, byte[] bytes) {
        traffic.takeFromOutside(from, bytes);
    }

    /** Who has registered by the real socket. */
    public Outsiders outsiders() {
        return traffic.outsiders();
    }

    /** Sets up a phone as it was left. */
    public SimPhone addPhone(PhoneState state, Consumer<PhoneState> keep) {
        SimPhone phone = new SimPhone(state, surroundings, keep);
        phones.put(state.mac(), phone);
        names.hold(state.address(), state.mac());
        sites.keep(state.site(), state.mac(), state.address());
        network.place(state.address(), state.site());
        phone.begin();
        return phone;
    }

    public Optional<SimPhone> phone(MacAddress mac) {
        return Optional.ofNullable(phones.get(mac));
    }

    public Collection<SimPhone> phones() {
        return List.copyOf(phones.values());
    }

    /** Tells a device by one of its extensions that its configuration changed or that it has to restart, if it is registered. */
    public void notifyProfile(String domain, String number, Optional<MacAddress> mac, boolean restart) {
        traffic.carryOut(registrar.notifyProfile(domain, number, mac, restart, timeline.now()));
    }

    /** Everything that can be reached under an extension now. */
    public List<Registrar.Contact> contacts(String domain, String number) {
        return registrar.contacts(domain, number, timeline.now());
    }

    /** The phones that have a call up. */
    public List<MacAddress> inCall() {
        return phones.values().stream()
                .filter(phone -> phone.handset().inCall())
                .map(SimPhone::mac)
                .toList();
    }

    /** Has a phone call the test caller and stay on the line; false if it can't. */
    public boolean holdCall(MacAddress mac) {
        return testCalls.hold(mac);
    }

    /**
     * Makes a test call in each direction; each result becomes an observation. A phone that is none of the Lab's can't be
     * told to dial: it is called through the registrar alone.
     *
     * @param number on record; a phone of the Lab's is rung at the number under which it is registered
     */
    public void testCall(MacAddress mac, String domain, String number, Runnable done) {
        testCalls.call(mac, domain, number, done);
    }

    /** Has a phone of the Lab dial; how it went is told in words. False if it has no line to call from. */
    public boolean dial(MacAddress mac, String number, BiConsumer<Boolean, String> result) {
        return testCalls.dial(mac, number, result);
    }

    /**
     * Calls a number as nobody's phone, to see what rings.
     *
     * @param patience how long the caller waits before giving up
     * @param told hears whenever the call comes further, and of its end
     */
    public void follow(String domain, String number, Duration patience, Consumer<FollowedCall> told) {
        testCalls.follow(domain, number, patience, told);
    }

    /** How many messages wait for an extension. */
    public Messages.Count messages(String domain, String number) {
        return voicemail.of(new Watched(domain, number));
    }

    /** The numbers that were called outside, each with the one that was shown: {@code 555123 by 2416}; the newest last. */
    public List<String> calledOutside() {
        return testCalls.calledOutside();
    }

    private void messagesChanged(Watched who) {
        traffic.messagesChanged(who);
    }
}
