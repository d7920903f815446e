package jordfell.lab.world;

import java.time.Duration;
import jordfell.core.sip.BrokenRequest;
import jordfell.core.sip.SipMessage;
import jordfell.core.sip.SipReader;
import jordfell.core.sip.SipReading;
import jordfell.lab.calls.SipServer;
import jordfell.lab.fault.NodeFaults;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Network;
import jordfell.lab.registrar.Outcome;
import jordfell.lab.registrar.RegistrarEvent;
import jordfell.lab.time.Timeline;
import jordfell.lab.watching.Watched;

/** The SIP that reaches the nodes, from the simulated network and by real sockets, and what they send: all is seen and counted. */
final class NodeTraffic {

    private static final Duration TICK = Duration.ofSeconds(1);

    private final Timeline timeline;
    private final Network network;
    private final SipServer sip;
    private final Nodes nodes;
    private final NodeFaults faults;
    private final Witness witness;
    private final Plots plots;
    private final NodeDesk desk;
    private final SipCounters counters = new SipCounters();
    private final Outsiders outsiders = new Outsiders();

    NodeTraffic(
            Timeline timeline,
            Network network,
            SipServer sip,
            Nodes nodes,
            NodeFaults faults,
            Witness witness,
            Plots plots) {
        this.timeline = timeline;
        this.network = network;
        this.sip = sip;
        this.nodes = nodes;
        this.faults = faults;
        this.witness = witness;
        this.plots = plots;
        this.desk = new NodeDesk(timeline, faults, sip, witness, this::carryOut);
    }

    /** Lets the registrar do what its time brings, from now on. */
    void begin() {
        timeline.after(TICK, this::tick);
        timeline.after(SipServer.BEAT, this::beat);
    }

    SipCounters counters() {
        return counters;
    }

    /** Who has registered by the real socket. */
    Outsiders outsiders() {
        return outsiders;
    }

    /** Takes what came to a node in the simulated network. */
    void take(String node, Endpoint from, byte[] bytes) {
        if (faults.isDown(node)) {
            return;
        }
        counters.received.incrementAndGet();
        SipReading reading = SipReader.read(bytes);
        if (reading instanceof SipReading.Message read) {
            SipMessage message = read.message();
            witness.see(node, from, bytes, message, true);
            if (message.method().equals("REGISTER") && !message.isResponse()) {
                plots.requested(timeline.now(), faults.waiting(node, timeline.now()));
            }
            desk.take(node, message, from);
        } else if (reading instanceof SipReading.Broken broken) {
            seeBroken(node, from, bytes, broken);
            refuse(node, from, bytes);
        } else {
            counters.keepAlives.incrementAndGet();
        }
    }

    /**
     * Takes a datagram that came in by the real socket. Anybody can send one that names somebody's number: who is told of it
     * decides whether it speaks for a device.
     */
    void takeFromOutside(Endpoint from, byte[] bytes) {
        counters.received.incrementAndGet();
        SipReading reading = SipReader.read(bytes);
        if (reading instanceof SipReading.KeepAlive) {
            counters.keepAlives.incrementAndGet();
        } else if (reading instanceof SipReading.Broken broken) {
            if (outsiders.isKnown(from)) {
                seeBroken(LabWorld.OUTSIDE_NODE, from, bytes, broken);
            } else {
                counters.broken.incrementAndGet();
            }
            refuse(LabWorld.OUTSIDE_NODE, from, bytes);
        } else if (reading instanceof SipReading.Message read) {
            takeFromOutside(from, bytes, read.message());
        }
    }

    private void takeFromOutside(Endpoint from, byte[] bytes, SipMessage message) {
        Outcome outcome = sip.handle(LabWorld.OUTSIDE_NODE, message, from, timeline.now());
        boolean registered = outcome.events().stream()
                .anyMatch(e -> e instanceof RegistrarEvent.BindingMoved moved
                        && moved.change().live());
        if (registered) {
            outsiders.add(from);
        }
        if (!registered && !outsiders.isKnown(from)) {
            counters.strangers.incrementAndGet();
        }
        witness.see(LabWorld.OUTSIDE_NODE, from, bytes, message, true);
        carryOut(outcome);
    }

    /** Sends what the registrar wants sent, and has what it did be known. */
    void carryOut(Outcome outcome) {
        for (Outcome.Outgoing out : outcome.sends()) {
            if (!faults.isDown(out.node())) {
                send(out);
            }
        }
        outcome.events().forEach(witness::report);
    }

    /** Those who watch an extension's messages are told that they changed. */
    void messagesChanged(Watched who) {
        carryOut(sip.messagesChanged(who, timeline.now()));
    }

    private void send(Outcome.Outgoing out) {
        byte[] bytes = out.message().bytes();
        witness.see(out.node(), desk.target(out), bytes, out.message(), false);
        if (out.message().isResponse() && out.message().method().equals("REGISTER")) {
            int status = out.message().status();
            if (status != 401) { // which only asks for a password
                plots.answered(timeline.now(), status < 300);
            }
        }
        network.send(nodes.at(out.node(), out.to().transport()), desk.target(out), bytes);
    }

    private void seeBroken(String node, Endpoint from, byte[] bytes, SipReading.Broken broken) {
        counters.broken.incrementAndGet();
        witness.seeBroken(node, from, bytes, broken.reason());
    }

    private void refuse(String node, Endpoint from, byte[] bytes) {
        BrokenRequest.in(bytes).ifPresent(broken -> carryOut(sip.refuse(node, broken, from)));
    }

    private void tick() {
        carryOut(sip.tick(timeline.now()));
        timeline.after(TICK, this::tick);
    }

    private void beat() {
        carryOut(sip.beat(timeline.now()));
        timeline.after(SipServer.BEAT, this::beat);
    }
}
