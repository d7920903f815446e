package jordfell.lab.registrar;

import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.random.RandomGenerator;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.identity.MacAddress;
import jordfell.core.sip.DigestAlgorithm;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;
import jordfell.core.sip.InstanceId;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Accounts.Account;
import jordfell.lab.registrar.Accounts.Policy;
import jordfell.lab.registrar.RegistrarEvent.BindingMoved;

/**
 * A registrar (RFC 3261 §10.3) with digest authentication (§22, RFC 8760), and the location service that its nodes
 * share. It has no clock and no socket: the same requests at the same times have the same outcome.
 *
 * <p>Not safe for use by several threads; the world calls it in its own order.
 */
public final class Registrar {

    public static final Duration NONCE_LIFETIME = Duration.ofMinutes(5);

    private final Accounts accounts;
    private final Nonces nonces;
    private final Map<String, Map<String, Binding>> bindings = new LinkedHashMap<>();
    private final CallProxy calls;
    private final ContactPinger pinger;
    private final Transactions transactions = new Transactions();

    public Registrar(Accounts accounts, RandomGenerator random) {
        this.accounts = accounts;
        this.nonces = new Nonces(NONCE_LIFETIME, random);
        this.calls = new CallProxy(this);
        this.pinger = new ContactPinger();
    }

    /** Makes a user of every domain answerable at a fixed address without registering: the Lab's test caller. */
    public void addService(String user, Endpoint at) {
        calls.addService(user, at);
    }

    /** Takes a message that reached a node. What can't be answered is dropped. */
    public Outcome handle(String node, SipMessage received, Endpoint source, Instant now) {
        SipMessage message = SipHeaders.parted(SipHeaders.parted(received, "Via"), "Route");
        if (message.isResponse()) {
            return pinger.takeResponse(message)
                    .map(e -> Outcome.NOTHING.and(e))
                    .orElseGet(() -> calls.relay(node, message));
        }
        if (SipHeaders.topVia(message).isEmpty()) {
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
            case "REGISTER" -> once(message, now, () -> register(node, message, source, now));
            case "OPTIONS" -> options(node, message, source);
            default -> calls.forward(node, message, source, now);
        };
    }

    /** Does a request once, however often it comes. */
    private Outcome once(SipMessage request, Instant now, Supplier<Outcome> work) {
        return transactions.before(request, now).orElseGet(() -> {
            Outcome outcome = work.get();
            transactions.answered(request, outcome, now);
            return outcome;
        });
    }

    /** Lets time pass: ends bindings that ran out and asks the others whether they are there. */
    public Outcome tick(Instant now) {
        nonces.forgetStale(now);
        transactions.forgetStale(now);
        Outcome outcome = pinger.tick(now);
        for (Map<String, Binding> ofOne : bindings.values()) {
            for (Binding binding : List.copyOf(ofOne.values())) {
                if (!binding.expiresAt().isAfter(now)) {
                    ofOne.remove(binding.key());
                    outcome = outcome.and(BindingMoved.of(binding, Change.EXPIRED));
                } else if (!binding.pingAt().isAfter(now)) {
                    ofOne.put(binding.key(), binding.pingedUntil(now.plus(ContactPinger.INTERVAL)));
                    outcome = outcome.and(pinger.ask(binding, now));
                }
            }
        }
        bindings.values().removeIf(Map::isEmpty);
        return outcome;
    }

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
                outcome = outcome.and(ProfileNotice.to(binding, restart, now));
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

    List<Binding> live(String domain, String number, Instant now) {
        return bindings.getOrDefault(key(domain, number), Map.of()).values().stream()
                .filter(b -> b.expiresAt().isAfter(now))
                .toList();
    }

    Accounts accounts() {
        return accounts;
    }

    static Outcome reply(String node, SipMessage request, Endpoint source, int status) {
        return Outcome.send(node, Responses.destination(request, source), Responses.to(request, source, status));
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

    private Outcome register(String node, SipMessage request, Endpoint source, Instant now) {
        SipAddress to = SipHeaders.to(request).orElseThrow();
        Optional<Policy> policy = SipHeaders.uri(request.requestUri())
                .flatMap(uri -> accounts.domain(uri.host()))
                .filter(p -> p.domain().equalsIgnoreCase(to.host()));
        Optional<Account> account = policy.flatMap(p -> accounts.find(p.domain(), to.user()));
        if (account.isEmpty()) {
            return reply(node, request, source, 404);
        }
        if (accounts.isRefused(policy.get().domain(), to.user(), source.host())) {
            SipMessage no = Responses.to(request, source, 403)
                    .with("Warning", "399 " + node + " \"refused from " + source.host() + "\"");
            return Outcome.send(node, Responses.destination(request, source), no);
        }
        Optional<Outcome> refused = authenticate(node, request, source, policy.get(), account.get(), now);
        return refused.orElseGet(
                () -> bound(new BindingUpdate(policy.get(), account.get(), node, request, source, now)));
    }

    private Outcome bound(BindingUpdate update) {
        String key = key(update.domain(), update.number());
        BindingUpdate.Done done = update.applyTo(bindings.getOrDefault(key, Map.of()));
        done.after().ifPresent(after -> bindings.put(key, after));
        return done.outcome();
    }

    /** What stops this request for want of authentication; empty when it may go on. */
    private Optional<Outcome> authenticate(
            String node, SipMessage request, Endpoint source, Policy policy, Account account, Instant now) {
        Optional<DigestAnswer> answer = request.all("Authorization").stream()
                .flatMap(header -> DigestAnswer.read(header).stream())
                .filter(a -> a.realm().equals(policy.realm()))
                .findFirst();
        if (answer.isEmpty()) {
            return Optional.of(challenge(node, request, source, policy, false, now));
        }
        if (!SipHeaders.isSame(answer.get().uri(), request.requestUri())) {
            return Optional.of(reply(node, request, source, 400)); // RFC 7616 §3.4.6
        }
        boolean right = answer.get().username().equals(account.authUser())
                && answer.get().fits(request.method(), account.password());
        Nonces.Standing standing = nonces.judge(answer.get().nonce(), now);
        if (standing != Nonces.Standing.FRESH) {
            // RFC 7616 §3.3: stale says that the password was right and only the nonce is over.
            return Optional.of(challenge(node, request, source, policy, right, now));
        }
        if (!right) {
            return Optional.of(reply(node, request, source, 403));
        }
        return nonces.use(answer.get().nonce(), answer.get().nc(), now)
                ? Optional.empty()
                : Optional.of(challenge(node, request, source, policy, true, now));
    }

    private Outcome challenge(
            String node, SipMessage request, Endpoint source, Policy policy, boolean stale, Instant now) {
        SipMessage response = Responses.to(request, source, 401);
        String nonce = nonces.issue(now);
        for (DigestAlgorithm algorithm : List.of(DigestAlgorithm.SHA_256, DigestAlgorithm.MD5)) {
            response = response.with(
                    "WWW-Authenticate", new DigestChallenge(policy.realm(), nonce, algorithm, stale).header());
        }
        return Outcome.send(node, Responses.destination(request, source), response);
    }

    private static String key(String domain, String number) {
        return number + "@" + domain.toLowerCase(Locale.ROOT);
    }

    /** The device behind a contact, where its instance says so. */
    public static Optional<MacAddress> deviceOf(SipAddress contact) {
        return InstanceId.macIn(contact);
    }
}
