package jordfell.lab.world;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.calls.SipServer;
import jordfell.lab.fault.NodeFaults;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Outcome;
import jordfell.lab.registrar.Responses;
import jordfell.lab.time.Timeline;

/** Where requests wait at a node until it has time for them, and what it makes of them. */
final class NodeDesk {

    private final Timeline timeline;
    private final NodeFaults faults;
    private final SipServer sip;
    private final Witness witness;
    private final Consumer<Outcome> carryingOut;

    NodeDesk(Timeline timeline, NodeFaults faults, SipServer sip, Witness witness, Consumer<Outcome> carryingOut) {
        this.timeline = timeline;
        this.faults = faults;
        this.sip = sip;
        this.witness = witness;
        this.carryingOut = carryingOut;
    }

    /** Takes a message that reached a node. */
    void take(String node, SipMessage message, Endpoint from) {
        if (faults.isBanned(node, from.host(), timeline.now())) {
            return;
        }
        Optional<Duration> wait = message.isResponse() ? Optional.of(Duration.ZERO) : faults.wait(node, timeline.now());
        if (wait.isEmpty()) {
            if (!message.method().equals("ACK")) { // which is never answered (RFC 3261 §17)
                answer(node, message, from, NodeFaults.comeAgain(message, from));
            }
        } else if (wait.get().isZero()) {
            serve(node, message, from);
        } else {
            timeline.after(wait.get(), () -> serve(node, message, from));
        }
    }

    /** Where what a node sends goes: where a request came from, unless this node trusts what phones say of themselves. */
    Endpoint target(Outcome.Outgoing out) {
        if (out.message().isResponse() || !faults.trustsContact(out.node())) {
            return out.to();
        }
        return SipHeaders.uri(out.message().requestUri())
                .filter(uri -> uri.host().matches("[0-9.]+"))
                .map(uri -> new Endpoint(
                        uri.host(), uri.port() > 0 ? uri.port() : 5060, out.to().transport()))
                .orElse(out.to());
    }

    private void serve(String node, SipMessage message, Endpoint from) {
        Optional<SipMessage> wrong = faults.instead(node, message, from);
        if (wrong.isPresent()) {
            answer(node, message, from, wrong.get());
            return;
        }
        Outcome outcome = sip.handle(node, message, from, timeline.now());
        if (!message.isResponse()) {
            note(node, message, from, outcome.sends());
        }
        carryingOut.accept(outcome);
    }

    private void answer(String node, SipMessage message, Endpoint from, SipMessage answer) {
        Outcome outcome = Outcome.send(node, Responses.destination(message, from), answer);
        note(node, message, from, outcome.sends());
        carryingOut.accept(outcome);
    }

    private void note(String node, SipMessage request, Endpoint from, List<Outcome.Outgoing> answers) {
        answers.stream()
                .filter(out -> out.message().isResponse())
                .forEach(out -> faults.answered(node, request, out.message(), from.host(), timeline.now())
                        .ifPresent(ban -> witness.banned(node, from, SipHeaders.toUser(request), ban)));
    }
}
