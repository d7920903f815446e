package jordfell.lab.calls;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.random.RandomGenerator;
import jordfell.core.sip.BrokenRequest;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Accounts;
import jordfell.lab.registrar.Addresses;
import jordfell.lab.registrar.Outcome;
import jordfell.lab.registrar.Registrar;
import jordfell.lab.registrar.RegistrarEvent;
import jordfell.lab.registrar.Responses;
import jordfell.lab.registrar.Sharing;
import jordfell.lab.watching.Event;
import jordfell.lab.watching.LiveCalls;
import jordfell.lab.watching.Messages;
import jordfell.lab.watching.Subscriptions;
import jordfell.lab.watching.Watched;

/**
 * A registrar and proxy with several nodes. It has no clock and no socket: the same requests at the same times have the
 * same outcome.
 *
 * <p>Not safe for use by several threads; the world calls it in its own order.
 */
public final class SipServer {

    /** How often {@link #beat} is to be called: every time that a transaction waits for is a multiple of it. */
    public static final Duration BEAT = Duration.ofMillis(250);

    private final Accounts accounts;
    private final Registrar registrar;
    private final Services services = new Services();
    private final Callers callers;
    private final Subscriptions subscriptions;
    private final CallProxy calls;
    private final Transactions transactions = new Transactions();

    /** @param messages how many messages wait for whom */
    public SipServer(Accounts accounts, Messages messages, Addresses addresses, RandomGenerator random) {
        this(accounts, messages, addresses, Sharing.EVERYTHING, random);
    }

    /**
     * With nodes that may not know of each other what they know.
     *
     * @param messages how many messages wait for whom
     */
    public SipServer(
            Accounts accounts, Messages messages, Addresses addresses, Sharing sharing, RandomGenerator random) {
        LiveCalls live = new LiveCalls();
        this.accounts = accounts;
        this.registrar = new Registrar(accounts, addresses, sharing, random);
        this.callers = new Callers(accounts, registrar, services);
        this.subscriptions = new Subscriptions(registrar, live, messages, addresses);
        CallWatch watch = new CallWatch(live, subscriptions);
        this.calls = new CallProxy(accounts, registrar, services, callers, watch, addresses, random);
    }

    public Registrar registrar() {
        return registrar;
    }

    /** Makes a user of every domain answerable at a fixed address without registering: the Lab's test caller. */
    public void addService(String user, Endpoint at) {
        services.add(user, at);
    }

    /** Takes a message that reached a node. What can't be answered is dropped. */
    public Outcome handle(String node, SipMessage received, Endpoint source, Instant now) {
        SipMessage message = SipHeaders.parted(SipHeaders.parted(received, "Via"), "Route");
        if (message.isResponse()) {
            return registrar
                    .takeResponse(message)
                    .or(() -> subscriptions.response(message, now))
                    .orElseGet(() -> calls.response(message, node, source, now));
        }
        if (message.first("Via").isEmpty()) {
            return Outcome.NOTHING; // no Via, no way back
        }
        Optional<SipMessage> refusal = RequestCheck.refuse(message, source);
        if (refusal.isPresent()) {
            // An ACK is never answered (§17).
            return message.method().equals("ACK")
                    ? Outcome.NOTHING
                    : Outcome.send(node, Responses.destination(message, source), refusal.get());
        }
        return switch (message.method()) {
            case "REGISTER" -> once(message, now, () -> watched(registrar.register(node, message, source, now), now));
            case "SUBSCRIBE" -> once(message, now, () -> subscribe(node, message, source, now));
            case "OPTIONS" -> options(node, message, source);
            default -> calls.request(node, message, source, now);
        };
    }

    /** Answers what is no request that can be read, where its sender can be told (§18.3). */
    public Outcome refuse(String node, BrokenRequest broken, Endpoint source) {
        SipMessage request = SipHeaders.parted(broken.request(), "Via");
        return Outcome.send(
                node, Responses.destination(request, source), Responses.to(request, source, broken.status()));
    }

    /** Lets a second pass: ends registrations that ran out and asks the others whether they are there. */
    public Outcome tick(Instant now) {
        transactions.forgetStale(now);
        return watched(registrar.tick(now), now);
    }

    /** Lets a moment pass for the calls that wait for something. */
    public Outcome beat(Instant now) {
        return calls.beat(now).and(subscriptions.beat(now));
    }

    /** The messages that wait for an extension are others by now. */
    public Outcome messagesChanged(Watched who, Instant now) {
        return subscriptions.changed(who, Event.MESSAGES, now);
    }

    /** Tells those who watch what became of registrations. */
    private Outcome watched(Outcome outcome, Instant now) {
        Outcome told = outcome;
        for (RegistrarEvent event : outcome.events()) {
            if (event instanceof RegistrarEvent.BindingMoved moved) {
                told = told.and(
                        subscriptions.changed(new Watched(moved.domain(), moved.number()), Event.REGISTRATION, now));
            }
        }
        return told;
    }

    private Outcome subscribe(String node, SipMessage request, Endpoint source, Instant now) {
        Callers.Known asker = callers.who(request, source, now);
        if (asker.refusal().isPresent()) {
            return Outcome.send(
                    node,
                    Responses.destination(request, source),
                    asker.refusal().get());
        }
        Optional<Watched> watched = SipHeaders.uri(request.requestUri())
                .flatMap(uri -> accounts.find(asker.domain(), uri.user()))
                .map(account -> new Watched(asker.domain(), account.number()));
        boolean isWithin = SipHeaders.to(request).flatMap(to -> to.param("tag")).isPresent();
        return subscriptions.subscribe(
                node, request, source, asker.number(), isWithin ? toNumber(asker.domain(), request) : watched, now);
    }

    /** Within the dialog of a subscription its Request-URI is this node’s own. */
    private static Optional<Watched> toNumber(String domain, SipMessage request) {
        return SipHeaders.to(request).map(to -> new Watched(domain, to.user()));
    }

    /** Does a request once, however often it comes. */
    private Outcome once(SipMessage request, Instant now, Supplier<Outcome> work) {
        return transactions.before(request, now).orElseGet(() -> {
            Outcome outcome = work.get();
            transactions.answered(request, outcome, now);
            return outcome;
        });
    }

    /** What it can do, to whoever asks it or a number that there is (§11.2). */
    private Outcome options(String node, SipMessage request, Endpoint source) {
        Optional<SipAddress> uri = SipHeaders.uri(request.requestUri());
        boolean isThere = uri.filter(u -> u.user().isEmpty()
                        ? accounts.domain(u.host()).isPresent()
                        : accounts.find(u.host(), u.user()).isPresent())
                .isPresent();
        SipMessage answer = Responses.to(request, source, isThere ? 200 : 404);
        if (isThere) {
            answer = answer.with("Allow", RequestCheck.ALLOW)
                    .with("Accept", "application/sdp")
                    .with("Supported", "");
        }
        return Outcome.send(node, Responses.destination(request, source), answer);
    }
}
