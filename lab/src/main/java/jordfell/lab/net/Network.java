package jordfell.lab.net;

import java.time.Duration;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.random.RandomGenerator;
import jordfell.lab.time.Timeline;

/**
 * Carries datagrams between simulated addresses, with delay, unless a cable is out. What goes into a site or comes out of it
 * passes the site’s router.
 */
public final class Network {

    /** Receives the bytes of a datagram. */
    public interface Receiver {
        void receive(Endpoint from, byte[] bytes);
    }

    /** Sees what is on its way between routers. */
    public interface Tap {
        void see(Packet packet);
    }

    private static final Duration FASTEST = Duration.ofMillis(4);
    private static final int SPREAD_MILLIS = 12;

    /** Outer addresses of routers that translate; phones have none of these. */
    private static final String OUTER = "192.0.2.";

    private static final int FIRST_OUTER = 60;
    private static final int LAST_OUTER = 99;

    private final Timeline timeline;
    private final RandomGenerator random;
    private final Map<Endpoint, Receiver> receivers = new HashMap<>();
    private final Set<String> unplugged = new HashSet<>();
    private final Map<String, Router> routers = new HashMap<>();
    private final Map<String, Router> links = new HashMap<>();
    private final Map<String, Router> behind = new HashMap<>();
    private final Map<String, Router> byOuterAddress = new HashMap<>();
    private double lost;
    private Tap tap = packet -> {};
    private Consumer<Boolean> sent = isLost -> {};
    private final Map<Transport, BiConsumer<Endpoint, byte[]>> outside = new ConcurrentHashMap<>();

    public Network(Timeline timeline, RandomGenerator random) {
        this.timeline = timeline;
        this.random = random;
    }

    /** Where what is sent to this machine's own addresses in this way goes. */
    public void routeOutside(Transport transport, BiConsumer<Endpoint, byte[]> sender) {
        outside.put(transport, sender);
    }

    public void attach(Endpoint at, Receiver receiver) {
        receivers.put(at, receiver);
    }

    public void detach(Endpoint at) {
        receivers.remove(at);
    }

    /** Who sees all that is on its way from now on. */
    public void tap(Tap seeing) {
        tap = seeing;
    }

    /** Who is told of all that is sent from now on, and whether it was lost before it was on its way. */
    public void whenSent(Consumer<Boolean> told) {
        sent = told;
    }

    /** The router of a site, which is there as soon as somebody asks for it. */
    public Router router(String site) {
        return routers.computeIfAbsent(site, s -> new Router());
    }

    /** The link of a phone, by its address: what goes wrong there goes wrong for it alone. */
    public Router link(String host) {
        return links.computeIfAbsent(host, h -> new Router());
    }

    /** Whether the router of a site has an outer address, or could be given one. */
    public boolean canTranslate(String site) {
        return !router(site).outerAddress().isEmpty() || FIRST_OUTER + byOuterAddress.size() <= LAST_OUTER;
    }

    /**
     * Has a site’s router translate addresses, under this key among its hops.
     *
     * @return whether it does: so many routers can have an outer address
     */
    public boolean translate(String site, Object key, Duration timeout) {
        return translate(site, key, "", timeout);
    }

    /** The same with an outer address that the router has for good, where it has none yet; empty for any. */
    public boolean translate(String site, Object key, String outer, Duration timeout) {
        Router router = router(site);
        know(site, outer);
        if (!canTranslate(site)) {
            return false;
        }
        router.put(key, new Nat(named(router).outerAddress(), timeout));
        return true;
    }

    /** By which outer address a site’s router is known as soon as it has to have one, where it has none yet; empty for any. */
    public void know(String site, String outer) {
        Router router = router(site);
        if (!outer.isEmpty() && router.outerAddress().isEmpty() && !byOuterAddress.containsKey(outer)) {
            router.outerAddress(outer);
            byOuterAddress.put(outer, router);
        }
    }

    /** Has a site’s router write its own address into SIP, where {@link #canTranslate} says that it has one. */
    public void rewrite(String site, Object key, boolean via, boolean contact) {
        Router router = named(router(site));
        router.put(key, new SipRewriting(router.outerAddress(), via, contact));
    }

    private Router named(Router router) {
        if (router.outerAddress().isEmpty()) {
            router.outerAddress(OUTER + (FIRST_OUTER + byOuterAddress.size()));
            byOuterAddress.put(router.outerAddress(), router);
        }
        return router;
    }

    /** As what an endpoint is seen behind its site’s router; the port is the router’s choice, and is left as it is. */
    public Endpoint seenAs(Endpoint inside) {
        Router router = behind.get(inside.host());
        return router == null || router.isTransparent()
                ? inside
                : new Endpoint(router.outerAddress(), inside.port(), inside.transport());
    }

    /** Has an address be at a site, behind its router. */
    public void place(String host, String site) {
        behind.put(host, router(site));
    }

    /** Whoever had one address has another one now, at the same place and with the same cable. */
    public void move(String from, String to) {
        Router router = behind.remove(from);
        if (router != null) {
            behind.put(to, router);
        }
        Router link = links.remove(from);
        if (link != null) {
            links.put(to, link);
        }
        if (unplugged.remove(from)) {
            unplugged.add(to);
        }
    }

    public void plug(String host, boolean in) {
        if (in) {
            unplugged.remove(host);
        } else {
            unplugged.add(host);
        }
    }

    public boolean isPlugged(String host) {
        return !unplugged.contains(host);
    }

    /** Whether files can be fetched from an address: its cable is in, and the router of its site lets them through. */
    public boolean carriesFiles(String host) {
        Router router = behind.get(host);
        Router link = links.get(host);
        return isPlugged(host) && (router == null || router.carriesFiles()) && (link == null || link.carriesFiles());
    }

    /** Has this share of all datagrams get lost, from 0 for none to 1. */
    public void lose(double share) {
        lost = share;
    }

    /** Sends a datagram; like any datagram it may get lost, and nobody is told. */
    public void send(Endpoint from, Endpoint to, byte[] bytes) {
        if (!isPlugged(from.host())) {
            return;
        }
        if (lost > 0 && random.nextDouble() < lost) {
            sent.accept(true);
            return;
        }
        Router own = behind.get(from.host());
        Optional<Packet> leaving = Optional.of(Packet.of(from, to, bytes));
        if (links.containsKey(from.host())) {
            leaving = leaving.flatMap(packet -> links.get(from.host()).out(packet, timeline.now()));
        }
        Optional<Packet> outside = own == null || own == behind.get(to.host())
                ? leaving
                : leaving.flatMap(packet -> own.out(packet, timeline.now()));
        sent.accept(outside.filter(Packet::isWhole).isEmpty());
        outside.ifPresent(this::travel);
    }

    private void travel(Packet packet) {
        if (packet.to().onThisMachine() && packet.isWhole()) {
            outside.getOrDefault(packet.to().transport(), (nowhere, nothing) -> {})
                    .accept(packet.to(), packet.bytes());
            return;
        }
        tap.see(packet);
        if (!packet.isWhole()) {
            return;
        }
        timeline.after(FASTEST.plusMillis(random.nextInt(SPREAD_MILLIS)).plus(packet.late()), () -> arrive(packet));
    }

    /** At the router of a site, or where there is none at whoever it is for. */
    private void arrive(Packet packet) {
        String host = packet.to().host();
        Router router = byOuterAddress.getOrDefault(host, behind.get(host));
        if (router == null || router == behind.get(packet.from().host())) {
            deliver(packet);
            return;
        }
        if (router.isTransparent() == host.equals(router.outerAddress())) {
            return; // an inner address that nobody else knows, or an outer one that is not in use
        }
        Duration late = packet.late();
        router.in(packet, timeline.now()).ifPresent(inside -> {
            if (inside.late().equals(late)) {
                deliver(inside);
            } else {
                timeline.after(inside.late().minus(late), () -> deliver(inside));
            }
        });
    }

    /** At whoever it is for, over its own link. */
    private void deliver(Packet packet) {
        Router link = links.get(packet.to().host());
        if (link == null) {
            hand(packet);
            return;
        }
        Duration late = packet.late();
        link.in(packet, timeline.now()).ifPresent(there -> {
            if (there.late().equals(late)) {
                hand(there);
            } else {
                timeline.after(there.late().minus(late), () -> hand(there));
            }
        });
    }

    private void hand(Packet packet) {
        Receiver receiver = receivers.get(packet.to());
        if (receiver != null && packet.isWhole() && isPlugged(packet.to().host())) {
            receiver.receive(packet.from(), packet.bytes());
        }
    }
}
