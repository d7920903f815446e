package jordfell.lab.fault;

import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import jordfell.core.sip.DigestChallenge;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Responses;

/** Faults of registrar nodes: those that are there now, by the host name of the node. */
public final class NodeFaults {

    /** When somebody is to come again whom a full queue did not let in, in seconds (RFC 3261 §21.5.4). */
    private static final int COME_AGAIN = 10;

    private final Map<String, Map<Long, Fault>> byHost = new HashMap<>();
    private final Map<Long, NodeQueue> queues = new HashMap<>();
    private final Map<Long, BanList> bans = new HashMap<>();

    void begin(Fault fault) {
        byHost.computeIfAbsent(fault.at(), host -> new LinkedHashMap<>()).put(fault.id(), fault);
        switch (fault.kind()) {
            case NODE_BUSY -> queues.put(fault.id(), new NodeQueue(fault.amount()));
            case NODE_BANS -> bans.put(fault.id(), new BanList(fault.amount()));
            default -> {}
        }
    }

    void end(Fault fault) {
        of(fault.at()).removeIf(f -> f.id() == fault.id());
        queues.remove(fault.id());
        bans.remove(fault.id());
    }

    /** Whether the node hears and says nothing. */
    public boolean isDown(String host) {
        return has(host, FaultKind.NODE_DOWN);
    }

    /** Whether it sends where a phone says that it is. */
    public boolean trustsContact(String host) {
        return has(host, FaultKind.NODE_TRUSTS_CONTACT);
    }

    /** Whether what is known at one of two nodes is known at the other. */
    public boolean share(String one, String other) {
        return one.equals(other) || !has(one, FaultKind.NODE_ALONE) && !has(other, FaultKind.NODE_ALONE);
    }

    /** Whether the node hears nothing from this address. */
    public boolean isBanned(String host, String address, Instant now) {
        return bans(host).anyMatch(list -> list.isBanned(address, now));
    }

    /** The addresses from which the node hears nothing. */
    public List<String> banned(String host, Instant now) {
        return bans(host).flatMap(list -> list.banned(now).stream()).toList();
    }

    /** Has the node hear an address again; whether it did not. */
    public boolean lift(String host, String address) {
        return bans(host).map(list -> list.lift(address)).reduce(false, Boolean::logicalOr);
    }

    /** An address that is banned from now on, after so many refusals. */
    public record Ban(int times, Instant until) {}

    /** The node answered a request from this address, and bans it if that was one refusal too many. */
    public Optional<Ban> answered(String host, SipMessage request, SipMessage answer, String address, Instant now) {
        boolean isRefusal = switch (answer.status()) {
            case 403, 404 -> true;
            case 401 -> isWrongProof(request, answer, "Authorization", "WWW-Authenticate");
            case 407 -> isWrongProof(request, answer, "Proxy-Authorization", "Proxy-Authenticate");
            default -> false;
        };
        return isRefusal
                ? bans(host)
                        .filter(list -> list.refused(address, now))
                        .findFirst()
                        .map(list -> new Ban(list.most(), now.plus(BanList.TIME)))
                : Optional.empty();
    }

    /** To be challenged is no refusal where nothing was proved yet, or with a nonce that was too old (RFC 7616 §3.3). */
    private static boolean isWrongProof(SipMessage request, SipMessage answer, String proof, String challenge) {
        return request.first(proof).isPresent()
                && answer.all(challenge).stream()
                        .noneMatch(c -> DigestChallenge.read(c)
                                .filter(DigestChallenge::stale)
                                .isPresent());
    }

    /** When the node is done with a request that comes now; empty if its queue is full. */
    public Optional<Duration> wait(String host, Instant now) {
        Duration slow = of(host).stream()
                .filter(f -> f.kind() == FaultKind.NODE_SLOW)
                .map(f -> Duration.ofMillis(f.amount()))
                .max(Duration::compareTo)
                .orElse(Duration.ZERO);
        return queue(host).map(q -> q.join(now).map(slow::plus)).orElse(Optional.of(slow));
    }

    /** How many requests wait at a node. */
    public int waiting(String host, Instant now) {
        return queue(host).map(q -> q.waiting(now)).orElse(0);
    }

    /** What it says to a request that its queue did not let in. */
    public static SipMessage comeAgain(SipMessage request, Endpoint source) {
        return Responses.to(request, source, 503).with("Retry-After", Integer.toString(COME_AGAIN));
    }

    /** What it says to a request in place of a right answer; empty if it answers as it should. */
    public Optional<SipMessage> instead(String host, SipMessage message, Endpoint source) {
        if (!message.method().equals("REGISTER") || message.isResponse()) {
            return Optional.empty();
        }
        return of(host).stream()
                .flatMap(fault -> answer(fault, message, source).stream())
                .findFirst();
    }

    private static Optional<SipMessage> answer(Fault fault, SipMessage register, Endpoint source) {
        return switch (fault.kind()) {
            case NODE_OVERLOADED ->
                Optional.of(Responses.to(register, source, 503)
                        .with("Retry-After", Integer.toString(fault.amount()))); // RFC 3261 §21.5.4
            case NODE_KNOWS_NOBODY -> Optional.of(Responses.to(register, source, 404));
            case NODE_ASKS_STRANGELY ->
                Optional.of(Responses.to(register, source, 401).with("WWW-Authenticate", strange(register)));
            case NODE_WANTS_LONGER ->
                asked(register)
                        .filter(asked -> asked > 0 && asked < fault.amount())
                        .map(asked -> Responses.to(register, source, 423)
                                .with("Min-Expires", Integer.toString(fault.amount()))); // §21.4.17
            default -> Optional.empty();
        };
    }

    /** A challenge that is new each time, and the same wherever the world is run again. */
    private static String strange(SipMessage register) {
        String realm = SipHeaders.to(register).map(SipAddress::host).orElse("");
        String nonce = Integer.toHexString(register.first("Call-ID").orElse("").hashCode())
                + register.first("CSeq").orElse("").replaceAll("[^0-9]", "");
        return "Digest realm=\"" + realm + "\", nonce=\"" + nonce + "\", algorithm=SHA-512-256, qop=\"auth\"";
    }

    private static Optional<Integer> asked(SipMessage register) {
        return register.first("Expires")
                .filter(text -> text.matches("[0-9]{1,9}"))
                .map(Integer::valueOf);
    }

    /** The fault of this kind that a node has. */
    public Optional<Fault> of(String host, FaultKind kind) {
        return of(host).stream().filter(f -> f.kind() == kind).findFirst();
    }

    private boolean has(String host, FaultKind kind) {
        return of(host).stream().anyMatch(f -> f.kind() == kind);
    }

    private Optional<NodeQueue> queue(String host) {
        return of(host).stream()
                .filter(f -> queues.containsKey(f.id()))
                .map(f -> queues.get(f.id()))
                .findFirst();
    }

    private Stream<BanList> bans(String host) {
        return of(host).stream().filter(f -> bans.containsKey(f.id())).map(f -> bans.get(f.id()));
    }

    private Collection<Fault> of(String host) {
        return byHost.getOrDefault(host, new HashMap<>()).values();
    }
}
