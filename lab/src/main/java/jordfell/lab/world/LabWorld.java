package jordfell.lab.world;

import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.random.RandomGenerator;
import jordfell.core.dialing.TestNumber;
import jordfell.core.evidence.Datagram;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.core.evidence.SipSeen;
import jordfell.core.identity.MacAddress;
import jordfell.core.roster.Domain;
import jordfell.core.roster.RegistrarNode;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.core.sip.SipReader;
import jordfell.core.sip.SipReading;
import jordfell.lab.dns.StubDns;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Network;
import jordfell.lab.phone.ConfigSource;
import jordfell.lab.phone.PhoneEnvironment;
import jordfell.lab.phone.PhoneState;
import jordfell.lab.phone.SimPhone;
import jordfell.lab.registrar.Accounts;
import jordfell.lab.registrar.Outcome;
import jordfell.lab.registrar.Registrar;
import jordfell.lab.registrar.RegistrarEvent;
import jordfell.lab.time.Timeline;

/**
 * The simulated world. All that touches it runs in the timeline's order; use {@link Timeline#post} from elsewhere.
 */
public final class LabWorld {

    /** The node name under which datagrams from this machine's own addresses are seen. */
    public static final String OUTSIDE_NODE = "local";

    private static final Endpoint DNS = new Endpoint("192.0.2.53", 53);
    /** Where a world without a node sends from. */
    private static final Endpoint NOWHERE = new Endpoint("192.0.2.254", 5060);

    private static final Duration TICK = Duration.ofSeconds(1);
    private static final Duration LONG_CALL = Duration.ofMinutes(10);

    private final Timeline timeline;
    private final Network network;
    private final WorldObserver observer;
    private final Registrar registrar;
    private StubDns dns;
    private final PhoneEnvironment surroundings;
    private final TestCaller testCaller;
    private final SipCounters counters = new SipCounters();
    private final CallTracks tracks = new CallTracks();
    private final Outsiders outsiders = new Outsiders();

    /** Registrar nodes by their host names, which no two domains share as they may share a node's name. */
    private final Map<String, Node> nodes = new LinkedHashMap<>();

    private final Map<String, MacAddress> addressHolders = new HashMap<>();
    private final Map<MacAddress, SimPhone> phones = new LinkedHashMap<>();

    public LabWorld(
            Timeline timeline,
            Collection<Domain> domains,
            Accounts accounts,
            ConfigSource configs,
            WorldObserver observer,
            RandomGenerator random) {
        this.timeline = timeline;
        this.observer = observer;
        this.network = new Network(timeline, random);
        this.registrar = new Registrar(accounts, random);
        this.dns = new StubDns(List.of());
        this.surroundings = new PhoneEnvironment(timeline, network, configs, DNS, random);
        this.testCaller = new TestCaller(timeline, network, random, this::calledOut);
        registrar.addService(TestCaller.USER, TestCaller.ADDRESS);
        registrar.addService(TestNumber.DIALLED, TestCaller.ADDRESS);
        network.attach(DNS, this::answerDns);
        follow(domains);
        timeline.after(TICK, this::tick);
    }

    /** A node as it answers in this world. */
    private record Node(String name, String domain, Endpoint at) {}

    /** Has names and nodes be as the domains say from now on. Must be called in the world's order. */
    public void follow(Collection<Domain> domains) {
        nodes.values().forEach(node -> network.detach(node.at()));
        nodes.clear();
        dns = new StubDns(domains);
        for (Domain domain : domains) {
            for (RegistrarNode node : domain.nodes()) {
                Endpoint at = new Endpoint(node.address(), node.port());
                nodes.put(node.host(), new Node(node.name(), domain.name(), at));
                network.attach(at, (from, bytes) -> takeSip(node.host(), from, bytes));
            }
        }
    }

    public SipCounters counters() {
        return counters;
    }

    /** Has this share of all datagrams in this world get lost, from 0 for none to 1. */
    public void lose(double share) {
        network.lose(share);
    }

    /** Has an address be on the network, or be cut off from it. */
    public void plug(String host, boolean in) {
        network.plug(host, in);
    }

    /** Where datagrams to this machine's own addresses go. */
    public void routeOutside(BiConsumer<Endpoint, byte[]> sender) {
        network.routeOutside(sender);
    }

    /**
     * Takes a datagram that came in by the real socket. Anybody can send one that names somebody's number: who is told of it
     * decides whether it speaks for a device.
     */
    public void takeFromOutside(Endpoint from, byte[] bytes) {
        counters.received.incrementAndGet();
        SipReading reading = SipReader.read(bytes);
        if (reading instanceof SipReading.KeepAlive) {
            counters.keepAlives.incrementAndGet();
            return;
        }
        if (reading instanceof SipReading.Broken broken) {
            if (outsiders.isKnown(from)) {
                seeBroken(OUTSIDE_NODE, from, bytes, broken.reason());
            } else {
                counters.broken.incrementAndGet();
            }
            return;
        }
        SipReading.Message read = (SipReading.Message) reading;
        SipMessage message = read.message();
        Outcome outcome = registrar.handle(OUTSIDE_NODE, message, from, timeline.now());
        boolean registered = outcome.events().stream()
                .anyMatch(e -> e instanceof RegistrarEvent.BindingMoved moved
                        && moved.change().live());
        if (registered) {
            outsiders.add(from);
        }
        if (!registered && !outsiders.isKnown(from)) {
            counters.strangers.incrementAndGet();
        }
        see(OUTSIDE_NODE, from, bytes, message, true);
        carryOut(outcome);
    }

    /** Who has registered by the real socket. */
    public Outsiders outsiders() {
        return outsiders;
    }

    /** Sets up a phone as it was left. */
    public SimPhone addPhone(PhoneState state, Consumer<PhoneState> keep) {
        SimPhone phone = new SimPhone(state, surroundings, keep);
        phones.put(state.mac(), phone);
        addressHolders.put(state.address(), state.mac());
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
        carryOut(registrar.notifyProfile(domain, number, mac, restart, timeline.now()));
    }

    /** Everything that can be reached under an extension now. */
    public List<Registrar.Contact> contacts(String domain, String number) {
        return registrar.contacts(domain, number, timeline.now());
    }

    /** The phones that have a call up. */
    public List<MacAddress> inCall() {
        return phones.values().stream()
                .filter(SimPhone::inCall)
                .map(SimPhone::mac)
                .toList();
    }

    /** Has a phone call the test caller and stay on the line; false if it can't. */
    public boolean holdCall(MacAddress mac) {
        SimPhone phone = phones.get(mac);
        return phone != null && phone.talk(TestCaller.USER, LONG_CALL);
    }

    /**
     * Makes a test call in each direction; each result becomes an observation. A phone that is none of the Lab's can't be
     * told to dial: it is called through the registrar alone.
     *
     * @param number on record; a phone of the Lab's is rung at the number under which it is registered
     */
    public void testCall(MacAddress mac, String domain, String number, Runnable done) {
        SimPhone phone = phones.get(mac);
        if (phone != null) {
            String rung = phone.registeredNumber().orElse(number);
            phone.call(TestCaller.USER, (worked, detail) -> {
                tested(mac, domain, rung, true, worked, detail);
                callIn(mac, domain, rung, done);
            });
        } else if (registrar.isBound(domain, number, timeline.now())) {
            callIn(mac, domain, number, done);
        } else {
            tested(
                    mac,
                    domain,
                    number,
                    false,
                    false,
                    "nothing is registered as " + number + ", so nothing can be rung");
            done.run();
        }
    }

    /** Somebody called the test number and was answered: a phone that is none of the Lab's can call out. */
    private void calledOut(SipAddress from) {
        boolean own = phones.values().stream()
                .anyMatch(p -> p.registeredNumber().filter(from.user()::equals).isPresent());
        if (!own && registrar.isBound(from.host(), from.user(), timeline.now())) {
            observer.observed(
                    from.host(),
                    Optional.empty(),
                    new TestCalled(timeline.now(), from.user(), true, true, "it called " + TestNumber.DIALLED));
        }
    }

    private void callIn(MacAddress mac, String domain, String number, Runnable done) {
        testCaller.call(domain, number, nodeOf(domain), (worked, detail) -> {
            tested(mac, domain, number, false, worked, detail);
            done.run();
        });
    }

    /** A node of this domain, or of any. */
    private Endpoint nodeOf(String domain) {
        return nodes.values().stream()
                .filter(n -> n.domain().equals(domain))
                .findFirst()
                .or(() -> nodes.values().stream().findFirst())
                .map(Node::at)
                .orElse(NOWHERE);
    }

    private String nodeName(String host) {
        Node node = nodes.get(host);
        return node == null ? host : node.name();
    }

    private void tested(MacAddress mac, String domain, String number, boolean out, boolean worked, String detail) {
        observer.observed(domain, Optional.of(mac), new TestCalled(timeline.now(), number, out, worked, detail));
    }

    private void tick() {
        carryOut(registrar.tick(timeline.now()));
        timeline.after(TICK, this::tick);
    }

    private void takeSip(String node, Endpoint from, byte[] bytes) {
        counters.received.incrementAndGet();
        SipReading reading = SipReader.read(bytes);
        if (reading instanceof SipReading.Message read) {
            SipMessage message = read.message();
            see(node, from, bytes, message, true);
            carryOut(registrar.handle(node, message, from, timeline.now()));
        } else if (reading instanceof SipReading.Broken broken) {
            seeBroken(node, from, bytes, broken.reason());
        } else {
            counters.keepAlives.incrementAndGet();
        }
    }

    private void carryOut(Outcome outcome) {
        for (Outcome.Outgoing out : outcome.sends()) {
            byte[] bytes = out.message().bytes();
            see(out.node(), out.to(), bytes, out.message(), false);
            send(out, bytes);
        }
        outcome.events().forEach(this::report);
    }

    private void send(Outcome.Outgoing out, byte[] bytes) {
        Endpoint from = Optional.ofNullable(nodes.get(out.node())).map(Node::at).orElseGet(() -> nodeOf(""));
        network.send(from, out.to(), bytes);
    }

    private void report(RegistrarEvent event) {
        Optional<MacAddress> mac = Registrar.deviceOf(event.contact());
        Instant now = timeline.now();
        if (event instanceof RegistrarEvent.BindingMoved moved) {
            tracks.bound(moved, mac);
            observer.observed(
                    moved.domain(),
                    mac,
                    new BindingChanged(
                            now,
                            moved.number(),
                            moved.change(),
                            moved.contact().uri(),
                            nodeName(moved.node()),
                            moved.source().toString(),
                            moved.expiresAt()));
        } else if (event instanceof RegistrarEvent.ContactPinged pinged && isOnNetwork(pinged.node())) {
            observer.observed(pinged.domain(), mac, new Pinged(now, pinged.number(), pinged.answered()));
        }
    }

    /** A node that is cut off tells nothing: that nobody answers it says nothing about phones. */
    private boolean isOnNetwork(String host) {
        return Optional.ofNullable(nodes.get(host))
                .filter(node -> !network.isPlugged(node.at().host()))
                .isEmpty();
    }

    /** Reports a SIP message. OPTIONS are reported by their outcome alone: there are many and they say little. */
    private void see(String node, Endpoint peer, byte[] bytes, SipMessage message, boolean toNode) {
        if (message.method().equals("OPTIONS")) {
            return;
        }
        observer.observed(
                SipHeaders.to(message).map(SipAddress::host).orElse(""),
                tracks.device(message),
                SipSeen.of(timeline.now(), toNode, nodeName(node), peer.toString(), Datagram.of(bytes), message));
    }

    /** What is no SIP is evidence too; whose it is, is told by where it came from. */
    private void seeBroken(String node, Endpoint from, byte[] bytes, String why) {
        counters.broken.incrementAndGet();
        observer.observed(
                "",
                tracks.deviceAt(from),
                new SipSeen.Broken(timeline.now(), true, nodeName(node), from.toString(), Datagram.of(bytes), why));
    }

    private void answerDns(Endpoint from, byte[] query) {
        dns.answer(query).ifPresent(answer -> {
            observer.observed(
                    "",
                    Optional.ofNullable(addressHolders.get(from.host())),
                    new NameLookedUp(timeline.now(), answer.name(), answer.type(), answer.found()));
            network.send(DNS, from, answer.wire());
        });
    }
}
