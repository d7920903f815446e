package jordfell.core.capture;

import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.regex.Pattern;
import jordfell.core.bounded.Bounded;
import jordfell.core.evidence.Datagram;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.evidence.SipSeen;
import jordfell.core.identity.MacAddress;
import jordfell.core.sip.InstanceId;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.core.sip.SipReader;
import jordfell.core.sip.SipReading;

/**
 * Makes sightings of SIP messages: which end is the phone, whose it says it is, and what an answer to a registration makes of
 * it. The same bytes recorded twice, as on two interfaces of one machine, are one message.
 */
final class SipSightings {

    private static final int MOST_REMEMBERED = 20_000;

    /** What is sent again comes later (RFC 3261 §17.1.1.1: T1 is 500 ms); a second recording of the same comes sooner. */
    private static final Duration TWICE = Duration.ofMillis(50);

    private static final Pattern SECONDS = Pattern.compile("[0-9]{1,8}");

    private record Asked(String contact, boolean ends, Optional<MacAddress> mac) {}

    private final Directions directions;
    private final Tally tally;
    private final Consumer<Sighting> to;
    private final Map<String, Asked> asked = Bounded.byUse(MOST_REMEMBERED);
    private final Map<Integer, Instant> recorded = Bounded.byUse(MOST_REMEMBERED);
    private final Map<String, Boolean> registered = Bounded.byUse(MOST_REMEMBERED);

    SipSightings(Nodes nodes, Tally tally, Consumer<Sighting> to) {
        this.directions = new Directions(nodes);
        this.tally = tally;
        this.to = to;
    }

    /** A message, as its bytes are. */
    void take(Instant at, Flow flow, byte[] bytes) {
        Instant before = recorded.put(Objects.hash(flow, Arrays.hashCode(bytes)), at);
        if (before != null && Duration.between(before, at).abs().compareTo(TWICE) < 0) {
            tally.twice++;
            return;
        }
        if (!(SipReader.read(bytes) instanceof SipReading.Message read)) {
            tally.broken++;
            to.accept(new Sighting(
                    "",
                    Optional.empty(),
                    flow.fromHost(),
                    SipSeen.of(at, true, flow.to(), flow.from(), Datagram.of(bytes))));
            return;
        }
        tally.sip++;
        SipMessage message = read.message();
        boolean toNode = directions.isToNode(message, flow);
        String exchange = exchange(message);
        String peer = toNode ? flow.from() : flow.to();
        String host = toNode ? flow.fromHost() : flow.toHost();
        String node = directions.node(flow, toNode);
        Optional<MacAddress> mac = macOf(message, exchange, toNode);
        String domain = domain(message);
        to.accept(new Sighting(domain, mac, host, SipSeen.of(at, toNode, node, peer, Datagram.of(bytes), message)));
        if (!toNode && message.isResponse()) {
            binding(at, message, exchange, node, peer)
                    .ifPresent(binding -> to.accept(new Sighting(domain, mac, host, binding)));
        }
    }

    private Optional<MacAddress> macOf(SipMessage message, String exchange, boolean toNode) {
        if (toNode && !message.isResponse()) {
            List<SipAddress> contacts = SipHeaders.contacts(message);
            Optional<SipAddress> first = contacts.stream().findFirst();
            Optional<MacAddress> mac = first.flatMap(InstanceId::macIn);
            boolean ends = message.first("Expires").filter("0"::equals).isPresent()
                    || first.flatMap(c -> c.param("expires"))
                            .filter("0"::equals)
                            .isPresent();
            asked.put(exchange, new Asked(first.map(SipAddress::uri).orElse(""), ends, mac));
            return mac;
        }
        return Optional.ofNullable(asked.get(exchange)).flatMap(Asked::mac);
    }

    /** What the answer to a registration says of it (RFC 3261 §10.3 step 8): which binding there is, and until when. */
    private Optional<BindingChanged> binding(
            Instant at, SipMessage message, String exchange, String node, String peer) {
        Asked request = asked.get(exchange);
        if (request == null || message.status() != 200 || !message.method().equals("REGISTER")) {
            return Optional.empty();
        }
        String number = SipHeaders.toUser(message);
        Optional<SipAddress> bound = SipHeaders.contacts(message).stream()
                .filter(c -> SipHeaders.isSame(c.uri(), request.contact()))
                .findFirst();
        int seconds = bound.flatMap(c -> c.param("expires"))
                .or(() -> message.first("Expires"))
                .filter(e -> SECONDS.matcher(e).matches())
                .map(Integer::parseInt)
                .orElse(0);
        if (bound.isEmpty() && !request.ends()) {
            return Optional.empty();
        }
        boolean live = bound.isPresent() && seconds > 0;
        boolean again = Optional.ofNullable(registered.put(number + " " + request.contact(), live))
                .orElse(false);
        Change change = live ? again ? Change.REFRESHED : Change.ADDED : Change.REMOVED;
        return Optional.of(new BindingChanged(
                at, number, change, request.contact(), node, peer, at.plusSeconds(live ? seconds : 0)));
    }

    private static String exchange(SipMessage message) {
        return message.first("Call-ID").orElse("") + " " + message.first("CSeq").orElse("");
    }

    /** The domain of the address of record that it is about. */
    private static String domain(SipMessage message) {
        return SipHeaders.to(message).map(SipAddress::host).orElse("");
    }
}
