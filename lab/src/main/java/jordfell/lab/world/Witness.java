package jordfell.lab.world;

import java.time.Instant;
import java.util.Optional;
import java.util.Set;
import jordfell.core.evidence.Datagram;
import jordfell.core.evidence.Observation.AddressBanned;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.core.evidence.Observation.TlsRefused;
import jordfell.core.evidence.SipSeen;
import jordfell.core.identity.MacAddress;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.fault.NodeFaults;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Network;
import jordfell.lab.registrar.Registrar;
import jordfell.lab.registrar.RegistrarEvent;
import jordfell.lab.time.Timeline;
import jordfell.lab.tls.Alert;

/** What is seen of the world: messages, bindings and pings, each told to the observer as an observation. */
final class Witness {

    private final Timeline timeline;
    private final Network network;
    private final Nodes nodes;
    private final NodeFaults faults;
    private final WorldObserver observer;
    private final CallTracks tracks = new CallTracks();
    private final FollowedCalls followed = new FollowedCalls();

    Witness(Timeline timeline, Network network, Nodes nodes, NodeFaults faults, WorldObserver observer) {
        this.faults = faults;
        this.timeline = timeline;
        this.network = network;
        this.nodes = nodes;
        this.observer = observer;
    }

    void report(RegistrarEvent event) {
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
                            nodes.name(moved.node()),
                            moved.source().toString(),
                            moved.expiresAt()));
        } else if (event instanceof RegistrarEvent.ContactPinged pinged && isOnNetwork(pinged.node())) {
            observer.observed(pinged.domain(), mac, new Pinged(now, pinged.number(), pinged.answered()));
        }
    }

    /** A node that is cut off tells nothing: that nobody answers it says nothing about phones. */
    private boolean isOnNetwork(String host) {
        return !faults.isDown(host)
                && nodes.find(host)
                        .filter(node -> !network.isPlugged(node.address()))
                        .isEmpty();
    }

    /** A node hears nothing more from an address: that is so for every device that comes from there. */
    void banned(String node, Endpoint from, String number, NodeFaults.Ban ban) {
        AddressBanned banned =
                new AddressBanned(timeline.now(), nodes.name(node), from.host(), number, ban.times(), ban.until());
        String domain = nodes.find(node).map(Nodes.Node::domain).orElse("");
        tracks.devicesAt(from.host()).forEach(mac -> observer.observed(domain, Optional.of(mac), banned));
    }

    /** A node hears an address again. */
    void lifted(String node, String address) {
        Instant now = timeline.now();
        AddressBanned over = new AddressBanned(now, nodes.name(node), address, "", 0, now);
        String domain = nodes.find(node).map(Nodes.Node::domain).orElse("");
        tracks.devicesAt(address).forEach(mac -> observer.observed(domain, Optional.of(mac), over));
    }

    /** A handshake was broken off: the node knows the address from which it came, as others see it, and no more. */
    void refused(String node, Endpoint by, Alert alert) {
        Endpoint peer = network.seenAs(by);
        TlsRefused refused = new TlsRefused(timeline.now(), node, peer.toString(), alert.word(), 0);
        Set<MacAddress> there = tracks.devicesAt(peer.host());
        if (there.isEmpty()) {
            observer.observed("", Optional.empty(), refused);
        }
        there.forEach(mac -> observer.observed("", Optional.of(mac), refused.sharedBy(there.size())));
    }

    FollowedCalls followed() {
        return followed;
    }

    /** Reports a SIP message. OPTIONS are reported by their outcome alone: there are many and they say little. */
    void see(String node, Endpoint peer, byte[] bytes, SipMessage message, boolean toNode) {
        if (message.method().equals("OPTIONS") || tellsALamp(message)) {
            return;
        }
        followed.see(message, peer, tracks.deviceAt(peer), toNode, timeline.now());
        observer.observed(
                SipHeaders.to(message).map(SipAddress::host).orElse(""),
                tracks.device(message),
                SipSeen.of(timeline.now(), toNode, nodes.name(node), peer.toString(), Datagram.of(bytes), message));
    }

    /** What lamps are told is as much as there are calls; that one is told no more is said once. */
    private static boolean tellsALamp(SipMessage message) {
        return message.method().equals("NOTIFY")
                && (message.isResponse()
                        ? message.status() < 300
                        : message.first("Subscription-State")
                                .filter(state -> state.startsWith("active"))
                                .isPresent());
    }

    /** What is no SIP is evidence too; whose it is, is told by where it came from. */
    void seeBroken(String node, Endpoint from, byte[] bytes, String why) {
        observer.observed(
                "",
                tracks.deviceAt(from),
                new SipSeen.Broken(timeline.now(), true, nodes.name(node), from.toString(), Datagram.of(bytes), why));
    }
}
