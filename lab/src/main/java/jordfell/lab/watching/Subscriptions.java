package jordfell.lab.watching;

import java.time.Instant;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.PriorityQueue;
import java.util.Set;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Addresses;
import jordfell.lab.registrar.Outcome;
import jordfell.lab.registrar.Registrar;
import jordfell.lab.registrar.Responses;

/** Takes subscriptions, and tells each subscriber what changes as long as it wants to know (RFC 6665 §4.2). */
public final class Subscriptions {

    private static final int USUAL_SECONDS = 3_600;
    private static final int SHORTEST_SECONDS = 60;
    private static final int LONGEST_SECONDS = 7_200;
    private static final int MOST = 150_000;

    /** A phone with all its sidecars has fewer keys. */
    private static final int MOST_PER_AGENT = 600;

    private final Registrar registrar;
    private final LiveCalls calls;
    private final Messages messages;
    private final Addresses addresses;

    /** Those who watch the same extension, whatever of it. */
    private final Map<Watched, Set<Subscription>> byWatched = new HashMap<>();

    /** By Call-ID and event: several may share a dialog (§4.5.2), and none here do. */
    private final Map<String, Subscription> all = new LinkedHashMap<>();

    /** How many each agent has. */
    private final Map<Endpoint, Integer> byAgent = new HashMap<>();

    private final PriorityQueue<Due> dues =
            new PriorityQueue<>(Comparator.comparing(Due::at).thenComparing(Due::order));
    private long remembered;

    /** A moment at which a subscription is looked at; {@code order} of what is due at the same moment. */
    private record Due(Instant at, long order, String key, Subscription subscription) {}

    public Subscriptions(Registrar registrar, LiveCalls calls, Messages messages, Addresses addresses) {
        this.registrar = registrar;
        this.calls = calls;
        this.messages = messages;
        this.addresses = addresses;
    }

    /**
     * Takes a SUBSCRIBE.
     *
     * @param from the extension that asks, which proved itself
     * @param watched what it asks about; empty if there is no such extension
     */
    public Outcome subscribe(
            String node, SipMessage request, Endpoint source, String from, Optional<Watched> watched, Instant now) {
        Optional<Event> event = request.first("Event").flatMap(Event::of);
        int wanted = seconds(request);
        if (event.isEmpty()) {
            return reply(
                    node, request, source, Responses.to(request, source, 489).with("Allow-Events", Event.ALL));
        }
        if (watched.isEmpty()) {
            return reply(node, request, source, Responses.to(request, source, 404));
        }
        if (event.get().isPrivate() && !watched.get().number().equals(from)) {
            return reply(
                    node,
                    request,
                    source,
                    Responses.to(request, source, 403)
                            .with(
                                    "Warning",
                                    Responses.warning(
                                            node, event.get().word() + " is told to the extension itself alone")));
        }
        if (wanted > 0 && wanted < SHORTEST_SECONDS) {
            return reply(
                    node,
                    request,
                    source,
                    Responses.to(request, source, 423).with("Min-Expires", Integer.toString(SHORTEST_SECONDS)));
        }
        String key = request.first("Call-ID").orElseThrow() + " " + event.get();
        Subscription subscription = all.get(key);
        boolean isWithin = SipHeaders.to(request).flatMap(to -> to.param("tag")).isPresent();
        boolean isAnothers = subscription != null && !subscription.isBy(request);
        if (subscription == null && isWithin || isAnothers) {
            return reply(node, request, source, Responses.to(request, source, 481));
        }
        if (subscription == null && (all.size() >= MOST || byAgent.getOrDefault(source, 0) >= MOST_PER_AGENT)) {
            return reply(
                    node, request, source, Responses.to(request, source, 503).with("Retry-After", "60"));
        }
        int granted = Math.min(wanted, LONGEST_SECONDS);
        SipMessage ok = Responses.to(request, source, 200)
                .with("Expires", Integer.toString(granted))
                .with("Contact", "<sip:" + addresses.of(node, source.transport()) + ">");
        if (subscription == null) {
            String tag = SipHeaders.to(ok).flatMap(to -> to.param("tag")).orElseThrow();
            subscription = new Subscription(
                    watched.get(), event.get(), request.first("Call-ID").orElseThrow(), request, tag, addresses);
            byAgent.merge(source, 1, Integer::sum);
            all.put(key, subscription);
            byWatched.computeIfAbsent(watched.get(), w -> new LinkedHashSet<>()).add(subscription);
        }
        moved(subscription, source);
        subscription.asked(request, source, node, now.plusSeconds(granted));
        return reply(node, request, source, ok).and(told(subscription, now));
    }

    /** Something that is watched has changed. */
    public Outcome changed(Watched watched, Event event, Instant now) {
        Outcome outcome = Outcome.NOTHING;
        for (Subscription subscription : List.copyOf(byWatched.getOrDefault(watched, Set.of()))) {
            if (subscription.event == event && !subscription.isOver(now)) {
                outcome = outcome.and(tell(subscription, now));
            }
        }
        return outcome;
    }

    /** Takes the answer to a NOTIFY; empty if it is none. */
    public Optional<Outcome> response(SipMessage response, Instant now) {
        if (!response.method().equals("NOTIFY")) {
            return Optional.empty();
        }
        String id = response.first("Call-ID").orElse("");
        for (Event event : Event.values()) {
            Subscription subscription = all.get(id + " " + event);
            if (subscription != null) {
                boolean hasMore = subscription.answered(response);
                if (subscription.isOver(now)) {
                    forget(id + " " + event, subscription);
                }
                return Optional.of(hasMore ? told(subscription, now) : Outcome.NOTHING);
            }
        }
        return Optional.empty();
    }

    /** Lets a moment pass: tells again what was lost, and that a subscription has run out. */
    public Outcome beat(Instant now) {
        Outcome outcome = Outcome.NOTHING;
        while (!dues.isEmpty() && !dues.peek().at().isAfter(now)) {
            outcome = outcome.and(due(dues.remove(), now));
        }
        return outcome;
    }

    private Outcome due(Due due, Instant now) {
        Subscription subscription = due.subscription();
        if (all.get(due.key()) != subscription || subscription.remembered != due.order()) {
            return Outcome.NOTHING; // it is over by now, or due at another time
        }
        Outcome outcome =
                subscription.runsOut(now) ? subscription.tell(body(subscription, now), now) : subscription.beat(now);
        if (subscription.isOver(now)) {
            forget(due.key(), subscription);
        } else {
            remember(due.key(), subscription, now);
        }
        return outcome;
    }

    private void remember(String key, Subscription subscription, Instant now) {
        Instant at = subscription.dueAt();
        subscription.remembered = ++remembered;
        dues.add(new Due(at.isAfter(now) ? at : now.plusMillis(1), remembered, key, subscription));
    }

    private Outcome told(Subscription subscription, Instant now) {
        Outcome outcome = subscription.tell(body(subscription, now), now);
        String key = subscription.id + " " + subscription.event;
        if (subscription.isOver(now)) {
            forget(key, subscription);
        } else {
            remember(key, subscription, now);
        }
        return outcome;
    }

    /** An agent that is somewhere else by now counts there. */
    private void moved(Subscription subscription, Endpoint source) {
        if (!subscription.isFrom(source) && byAgent.containsKey(subscription.agent())) {
            left(subscription.agent());
            byAgent.merge(source, 1, Integer::sum);
        }
    }

    private void left(Endpoint agent) {
        byAgent.computeIfPresent(agent, (a, count) -> count == 1 ? null : count - 1);
    }

    private void forget(String key, Subscription subscription) {
        all.remove(key);
        left(subscription.agent());
        byWatched.computeIfPresent(subscription.watched, (who, watching) -> {
            watching.remove(subscription);
            return watching.isEmpty() ? null : watching;
        });
    }

    private Outcome tell(Subscription subscription, Instant now) {
        if (subscription.isTelling()) {
            subscription.rememberToTell();
            return Outcome.NOTHING;
        }
        return told(subscription, now);
    }

    private String body(Subscription subscription, Instant now) {
        Watched who = subscription.watched;
        return switch (subscription.event) {
            case DIALOG -> WatchedState.dialogs(who, calls.of(who), subscription.nextVersion());
            case MESSAGES -> WatchedState.messages(messages.of(who), who.uri());
            case REGISTRATION ->
                WatchedState.registrations(
                        who, registrar.contacts(who.domain(), who.number(), now), subscription.nextVersion(), now);
        };
    }

    private static int seconds(SipMessage request) {
        String wish = request.first("Expires").orElse("");
        return wish.matches("[0-9]{1,10}") ? (int) Math.min(Integer.MAX_VALUE, Long.parseLong(wish)) : USUAL_SECONDS;
    }

    private static Outcome reply(String node, SipMessage request, Endpoint source, SipMessage response) {
        return Outcome.send(node, Responses.destination(request, source), response);
    }
}
