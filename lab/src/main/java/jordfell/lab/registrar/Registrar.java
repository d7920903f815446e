package jordfell.lab.registrar;

import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.PriorityQueue;
import java.util.random.RandomGenerator;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.identity.MacAddress;
import jordfell.core.sip.InstanceId;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Accounts.Account;
import jordfell.lab.registrar.Accounts.Policy;
import jordfell.lab.registrar.Authenticator.Side;
import jordfell.lab.registrar.RegistrarEvent.BindingMoved;

/**
 * A registrar (RFC 3261 §10.3), and the location service that its nodes share. It has no clock and no socket: the same requests at the same times have the same outcome.
 *
 * <p>Not safe for use by several threads; the world calls it in its own order.
 */
public final class Registrar {

    public static final Duration NONCE_LIFETIME = Duration.ofMinutes(5);

    private final Accounts accounts;
    private final Sharing sharing;
    private final Nonces nonces;
    private final Map<String, Map<String, Binding>> bindings = new LinkedHashMap<>();
    private final PriorityQueue<Due> dues =
            new PriorityQueue<>(Comparator.comparing(Due::at).thenComparing(Due::order));
    private long remembered;
    private final Authenticator authenticator;
    private final Addresses addresses;
    private final ContactPinger pinger;

    public Registrar(Accounts accounts, Addresses addresses, Sharing sharing, RandomGenerator random) {
        this.accounts = accounts;
        this.sharing = sharing;
        this.addresses = addresses;
        this.nonces = new Nonces(NONCE_LIFETIME, random);
        this.authenticator = new Authenticator(nonces);
        this.pinger = new ContactPinger(addresses);
    }

    /** Lets time pass: ends bindings that ran out and asks the others whether they are there. */
    public Outcome tick(Instant now) {
        nonces.forgetStale(now);
        Outcome outcome = pinger.tick(now);
        while (!dues.isEmpty() && !dues.peek().at().isAfter(now)) {
            outcome = outcome.and(due(dues.remove(), now));
        }
        return outcome;
    }

    private Outcome due(Due due, Instant now) {
        Map<String, Binding> ofOne = bindings.getOrDefault(due.key(), Map.of());
        Binding binding = ofOne.get(due.contact());
        if (binding == null) {
            return Outcome.NOTHING;
        }
        if (!binding.expiresAt().isAfter(now)) {
            ofOne.remove(due.contact());
            if (ofOne.isEmpty()) {
                bindings.remove(due.key());
            }
            return Outcome.NOTHING.and(BindingMoved.of(binding, Change.EXPIRED));
        }
        if (binding.pingAt().isAfter(now)) {
            return Outcome.NOTHING; // it was refreshed since, which is due at another time
        }
        Binding asked = binding.pingedUntil(now.plus(ContactPinger.INTERVAL));
        ofOne.put(due.contact(), asked);
        remember(due.key(), asked);
        return pinger.ask(binding, now);
    }

    /** When something has to be done about a binding next. */
    private void remember(String key, Binding binding) {
        Instant at = binding.expiresAt().isBefore(binding.pingAt()) ? binding.expiresAt() : binding.pingAt();
        dues.add(new Due(at, remembered++, key, binding.key()));
    }

    /**
     * A moment at which a binding is looked at.
     *
     * @param order of what is due at the same moment
     * @param key of its extension
     * @param contact what tells it from the others
     */
    private record Due(Instant at, long order, String key, String contact) {}

    /**
     * A message to the contacts of this extension, asking them to fetch their profile (RFC 6080 §5.3); none if unbound.
     *
     * @param mac the device that is meant among those that share the extension; contacts that name none are meant too
     * @param restart whether it has to restart for it
     */
    public Outcome notifyProfile(String domain, String number, Optional<MacAddress> mac, boolean restart, Instant now) {
        Outcome outcome = Outcome.NOTHING;
        for (Binding binding : live(domain, number, now)) {
            Optional<MacAddress> device = deviceOf(binding.contact());
            if (mac.isEmpty() || device.isEmpty() || device.equals(mac)) {
                outcome = outcome.and(ProfileNotice.to(binding, addresses, restart, now));
            }
        }
        return outcome;
    }

    /** Forgets what registered an extension from this address and port; nothing if nobody did. */
    public Outcome forget(String domain, String number, String source) {
        Map<String, Binding> there = bindings.getOrDefault(key(domain, number), Map.of());
        Outcome outcome = Outcome.NOTHING;
        for (Binding binding : List.copyOf(there.values())) {
            if (binding.source().toString().equals(source)) {
                there.remove(binding.key());
                outcome = outcome.and(BindingMoved.of(binding, Change.REMOVED));
            }
        }
        return outcome;
    }

    /** Whether a contact of this extension can be reached now. */
    public boolean isBound(String domain, String number, Instant now) {
        return !live(domain, number, now).isEmpty();
    }

    /**
     * Something that can be reached under an extension now.
     *
     * @param contact where it said that it is
     * @param source where its REGISTER came from
     * @param device whose it is, where its instance says so
     */
    public record Contact(String contact, Endpoint source, String node, Instant until, Optional<MacAddress> device) {}

    /** All contacts of this extension, the one that holds longest first. */
    public List<Contact> contacts(String domain, String number, Instant now) {
        return live(domain, number, now).stream()
                .sorted(Comparator.comparing(Binding::expiresAt).reversed())
                .map(b -> new Contact(b.contact().uri(), b.source(), b.node(), b.expiresAt(), deviceOf(b.contact())))
                .toList();
    }

    /** Those of them that a node knows of. */
    public List<Contact> contacts(String node, String domain, String number, Instant now) {
        return contacts(domain, number, now).stream()
                .filter(contact -> sharing.share(node, contact.node()))
                .toList();
    }

    private List<Binding> live(String domain, String number, Instant now) {
        return bindings.getOrDefault(key(domain, number), Map.of()).values().stream()
                .filter(b -> b.expiresAt().isAfter(now))
                .toList();
    }

    /** Proves who asks, for whoever else asks it of them. */
    public Authenticator authenticator() {
        return authenticator;
    }

    static Outcome reply(String node, SipMessage request, Endpoint source, int status) {
        return Outcome.send(node, Responses.destination(request, source), Responses.to(request, source, status));
    }

    /** The event for a response that answers a question of this registrar’s; empty if it belongs to somebody else. */
    public Optional<Outcome> takeResponse(SipMessage response) {
        return pinger.takeResponse(response).map(Outcome.NOTHING::and);
    }

    /** Takes a REGISTER that reached a node. */
    public Outcome register(String node, SipMessage request, Endpoint source, Instant now) {
        SipAddress to = SipHeaders.to(request).orElseThrow();
        Optional<Policy> policy = SipHeaders.uri(request.requestUri())
                .flatMap(uri -> accounts.domain(uri.host()))
                .filter(p -> p.domain().equalsIgnoreCase(to.host()));
        if (policy.isEmpty()) {
            return reply(node, request, source, 404);
        }
        Optional<Account> account = accounts.find(policy.get().domain(), to.user());
        if (accounts.isRefused(policy.get().domain(), to.user(), source.host())) {
            return forbid(node, request, source, "refused from " + source.host());
        }
        return authenticator
                .refuse(Side.REGISTRAR, request, source, policy.get(), account, now)
                .map(no -> Outcome.send(node, Responses.destination(request, source), no))
                .or(() -> accounts.barred(policy.get().domain(), to.user(), source.host())
                        .map(why -> forbid(node, request, source, why)))
                .orElseGet(() ->
                        bound(new BindingUpdate(policy.get(), account.orElseThrow(), node, request, source, now)));
    }

    private static Outcome forbid(String node, SipMessage request, Endpoint source, String why) {
        return Outcome.send(
                node,
                Responses.destination(request, source),
                Responses.to(request, source, 403).with("Warning", Responses.warning(node, why)));
    }

    private Outcome bound(BindingUpdate update) {
        String key = key(update.domain(), update.number());
        BindingUpdate.Done done = update.applyTo(bindings.getOrDefault(key, Map.of()));
        done.after().ifPresent(after -> {
            if (after.isEmpty()) {
                bindings.remove(key);
            } else {
                bindings.put(key, after);
                after.values().forEach(binding -> remember(key, binding));
            }
        });
        return done.outcome();
    }

    private static String key(String domain, String number) {
        return number + "@" + domain.toLowerCase(Locale.ROOT);
    }

    /** The device behind a contact, where its instance says so. */
    public static Optional<MacAddress> deviceOf(SipAddress contact) {
        return InstanceId.macIn(contact);
    }
}
