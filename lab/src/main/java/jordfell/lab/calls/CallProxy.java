package jordfell.lab.calls;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.random.RandomGenerator;
import jordfell.core.dialing.PickUp;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Accounts;
import jordfell.lab.registrar.Addresses;
import jordfell.lab.registrar.Dialled;
import jordfell.lab.registrar.Outcome;
import jordfell.lab.registrar.Registrar;
import jordfell.lab.registrar.Responses;
import jordfell.lab.watching.Watched;

/**
 * Sends calls on to whom they are for (RFC 3261 §16): with transactions of its own as long as they ring, without any for
 * what goes on in them (§16.11), which passes here too since it says so on the way (§16.6 step 4).
 */
final class CallProxy {

    private static final int MOST_RINGING = 2_000;
    private static final Dialled PICK_UP = new Dialled.Service(PickUp.SERVICE);

    private final Accounts accounts;
    private final Registrar registrar;
    private final Services services;
    private final Callers callers;
    private final CallWatch watch;
    private final Onward onward;
    private final Dialogs dialogs = new Dialogs();

    /** Calls until some time after they were answered, by what tells their INVITEs apart, the oldest first. */
    private final Map<String, Call> calls = new LinkedHashMap<>();

    /** The same by what the Vias of those who ring are marked with. */
    private final Map<String, Call> byMark = new HashMap<>();

    CallProxy(
            Accounts accounts,
            Registrar registrar,
            Services services,
            Callers callers,
            CallWatch watch,
            Addresses addresses,
            RandomGenerator random) {
        this.accounts = accounts;
        this.registrar = registrar;
        this.services = services;
        this.callers = callers;
        this.watch = watch;
        this.onward = new Onward(addresses, random);
    }

    /** A request other than those for the registrar itself. */
    Outcome request(String node, SipMessage request, Endpoint source, Instant now) {
        boolean isAck = request.method().equals("ACK");
        if (Onward.hopsLeft(request) <= 0) {
            return isAck ? Outcome.NOTHING : reply(node, request, source, 483);
        }
        Optional<Call> call = Answering.key(request).map(calls::get);
        if (call.isPresent()) {
            Optional<Outcome> done = known(call.get(), node, request, source, now);
            if (done.isPresent()) {
                return done.get();
            }
        }
        boolean isWithin = SipHeaders.to(request).flatMap(to -> to.param("tag")).isPresent();
        return request.method().equals("INVITE") && !isWithin
                ? begin(node, request, source, now)
                : within(node, request, source, now);
    }

    /** A response to something that was sent on. */
    Outcome response(SipMessage response, String node, Endpoint source, Instant now) {
        String mark = SipHeaders.topVia(response).map(via -> via.branch()).orElse("");
        Call call = byMark.get(mark);
        if (call != null) {
            if (response.status() > 100 && response.method().equals("INVITE")) {
                dialogs.called(response, new Dialogs.Party(source, node));
            }
            return follow(call, call.response(mark, response, now));
        }
        return onward.isOwn(mark)
                ? dialogs.asker(response)
                        .map(asker -> Outcome.send(asker.node(), asker.at(), response.withoutFirst("Via")))
                        .orElse(Outcome.NOTHING)
                : Outcome.NOTHING;
    }

    /** Lets a moment pass: repeats what may have been lost, and goes on where nobody answers. */
    Outcome beat(Instant now) {
        Outcome outcome = Outcome.NOTHING;
        for (Map.Entry<String, Call> entry : List.copyOf(calls.entrySet())) {
            Call call = entry.getValue();
            if (call.isOver(now)) {
                calls.remove(entry.getKey());
                call.marks().forEach(byMark::remove);
            } else {
                outcome = outcome.and(follow(call, call.beat(now)));
            }
        }
        return outcome;
    }

    /** What belongs to a call that rings or was just answered; empty if it only looks like it. */
    private Optional<Outcome> known(Call call, String node, SipMessage request, Endpoint source, Instant now) {
        return switch (request.method()) {
            case "INVITE" -> Optional.of(call.caller().again());
            case "CANCEL" -> Optional.of(reply(node, request, source, 200).and(follow(call, call.cancel(now))));
            case "ACK" -> {
                call.caller().acknowledged();
                yield Optional.of(Outcome.NOTHING);
            }
            default -> Optional.empty();
        };
    }

    private Outcome begin(String node, SipMessage request, Endpoint source, Instant now) {
        Callers.Known caller = callers.who(request, source, now);
        if (caller.refusal().isPresent()) {
            return Outcome.send(
                    node,
                    Responses.destination(request, source),
                    caller.refusal().get());
        }
        Optional<String> key = Answering.key(request);
        if (key.isEmpty() || calls.size() >= MOST_RINGING) {
            SipMessage full = Responses.to(request, source, 503).with("Retry-After", "5");
            return Outcome.send(node, Responses.destination(request, source), full);
        }
        SipMessage invite = caller.cleared();
        String domain = caller.domain();
        Dialled dialled = dialled(caller, invite);
        if (dialled.equals(PICK_UP)) {
            return pickUp(node, caller, source, now);
        }
        CallWay way = new CallWay(new CallWay.Ground(accounts, registrar, services, domain, node));
        Call call = new Call(
                new Answering(node, invite, source),
                new Watched(domain, caller.isService() ? "" : caller.number()),
                way,
                target -> onward.invite(invite, new Dialogs.Party(source, node), target),
                watch,
                now);
        calls.put(key.get(), call);
        dialogs.calling(invite, new Dialogs.Party(source, node));
        return follow(call, call.begin(dialled, now));
    }

    /** Where a call goes that somebody begins. Services call whom they like. */
    private Dialled dialled(Callers.Known caller, SipMessage invite) {
        String user = SipHeaders.uri(invite.requestUri()).map(SipAddress::user).orElse("");
        return caller.isService()
                ? accounts.fromOutside(caller.domain(), user)
                : Dialable.isOne(user)
                        ? accounts.dial(caller.domain(), caller.number(), user)
                        : new Dialled.Service(user);
    }

    /**
     * Takes a call that rings elsewhere: it rings the phone that asks for it as well, which takes it at once (RFC 5373), and
     * what that phone dialled is over (RFC 3261 §21.3.5).
     */
    private Outcome pickUp(String node, Callers.Known asker, Endpoint source, Instant now) {
        SipMessage request = asker.cleared();
        Wanted wanted = Wanted.of(accounts, asker, request);
        if (wanted.refusal().isPresent()) {
            return refuse(node, request, source, 403, wanted.refusal().get());
        }
        Optional<Call> found = calls.values().stream()
                .filter(call -> call.isIn(asker.domain()) && call.rings(wanted.numbers()))
                .findFirst();
        Optional<Target> target = registrar.contacts(asker.domain(), asker.number(), now).stream()
                .filter(contact -> contact.source().equals(source))
                .map(c -> new Target(asker.number(), c.contact(), c.source(), c.node()))
                .findFirst();
        if (found.isEmpty() || target.isEmpty()) {
            String why = target.isEmpty() ? "the phone that asks is not registered" : wanted.nothing();
            return refuse(node, request, source, 404, why);
        }
        Outcome told = refuse(node, request, source, 380, "the call comes to this phone");
        return told.and(follow(found.get(), found.get().ringsToo(target.get(), now)));
    }

    private static Outcome refuse(String node, SipMessage request, Endpoint source, int status, String why) {
        SipMessage answer = Responses.to(request, source, status).with("Warning", Responses.warning(node, why));
        return Outcome.send(node, Responses.destination(request, source), answer);
    }

    /** What goes on in a call: to the other one, whoever that is by now. */
    private Outcome within(String node, SipMessage request, Endpoint source, Instant now) {
        Optional<Dialogs.Party> other = dialogs.other(request, new Dialogs.Party(source, node));
        if (other.isEmpty()) {
            return request.method().equals("ACK") ? Outcome.NOTHING : reply(node, request, source, 481);
        }
        Dialogs.Party to = other.get();
        Outcome sent = Outcome.send(to.node(), to.at(), onward.within(request, source, to.node(), to.at()));
        return request.method().equals("BYE")
                ? sent.and(watch.ends(request.first("Call-ID").orElse(""), now))
                : sent;
    }

    private Outcome follow(Call call, Outcome outcome) {
        List<String> marks = new ArrayList<>(call.marks());
        marks.forEach(mark -> byMark.put(mark, call));
        return outcome;
    }

    private static Outcome reply(String node, SipMessage request, Endpoint source, int status) {
        return Outcome.send(node, Responses.destination(request, source), Responses.to(request, source, status));
    }
}
