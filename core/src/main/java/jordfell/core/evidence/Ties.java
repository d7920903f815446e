package jordfell.core.evidence;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.bounded.Bounded;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.core.evidence.Observation.TlsRefused;

/**
 * Decides which evidence may speak for a device. The number in a To header alone never does: anybody can write it. What ties a
 * message to a device is a registration that it made, the address and port from which it is registered, a Call-ID seen
 * before, an answer that only somebody who was given its password can make, or its instance (RFC 5626 §4.1), as long as the
 * device is not registered from another address meanwhile. All else is a stray’s. Not safe for use by several threads.
 */
public final class Ties {

    private static final int MOST = 200_000;

    /** Registrations that may wait to be tied at once, with at most so many messages each. */
    private static final int MOST_WAITING = 5_000;

    private static final int MOST_MESSAGES = 12;

    /**
     * Something that was seen.
     *
     * @param domain the SIP domain that it concerns, empty if it can't be told
     * @param named whether it names an instance of its own
     * @param claims the enrolled device whose instance that is
     */
    public record Sighted(String domain, boolean named, Optional<Long> claims, Observation observation) {}

    /**
     * Whose it is.
     *
     * @param device empty for a stray’s
     */
    public record Tied(Sighted seen, Optional<Long> device) {}

    /** What the records say. */
    public interface Holders {

        /** The devices that have this extension and are not known to name themselves. */
        List<Long> unnamed(String domain, String number);

        /** Whether a device took a configuration or registered from this address. */
        boolean wasAt(long device, String host);

        /** All devices that took a configuration or registered from this address, as far as is known. */
        List<Long> at(String host);

        /** From which address and port a device was registered when this was kept last; empty if it is not registered. */
        Optional<String> registeredFrom(long device);

        /** Whether the answer in a REGISTER was made with a password of this device’s extension, damaged or old ones too. */
        boolean proves(String domain, SipSeen.Request register);
    }

    private final Map<String, Long> byCallId = Bounded.byUse(MOST);
    private final Map<String, Long> byPeer = Bounded.byUse(MOST);
    private final Map<Long, String> registered = Bounded.byUse(MOST);
    private final Map<String, List<Sighted>> waiting = new LinkedHashMap<>();

    /** Whose this is, and what waited for it to be known; nothing while it is not. */
    public List<Tied> take(Sighted seen, Holders holders) {
        Observation o = seen.observation();
        if (o instanceof BindingChanged binding) {
            return bound(seen, binding, holders);
        } else if (o instanceof Pinged ping) {
            return List.of(new Tied(seen, seen.claims().or(() -> only(seen, ping.number(), "", holders))));
        } else if (o instanceof SipSeen.Message message) {
            return message(seen, message, holders);
        } else if (o instanceof SipSeen.Broken broken) {
            return List.of(new Tied(
                    seen, Optional.ofNullable(byPeer.get(broken.peer())).or(seen::claims)));
        }
        if (o instanceof TlsRefused refused && !seen.named()) {
            return handshake(seen, refused, holders);
        }
        // A call that reached the test number came from a binding of the number that it is from.
        return List.of(new Tied(
                seen,
                o instanceof TestCalled call
                        ? seen.claims().or(() -> only(seen, call.number(), "", holders))
                        : seen.claims()));
    }

    /** It may be of any device that is known by the address, and says how many these are. */
    private static List<Tied> handshake(Sighted seen, TlsRefused refused, Holders holders) {
        List<Long> there = holders.at(host(refused.peer()));
        return there.isEmpty()
                ? List.of(new Tied(seen, Optional.empty()))
                : there.stream()
                        .map(device -> new Tied(
                                new Sighted(seen.domain(), false, Optional.of(device), refused.sharedBy(there.size())),
                                Optional.of(device)))
                        .toList();
    }

    /** What has waited in vain: it is a stray’s. */
    public List<Tied> letGo(Instant now) {
        List<Tied> strays = new ArrayList<>();
        waiting.values().removeIf(messages -> {
            Instant last = messages.get(messages.size() - 1).observation().at();
            boolean over = last.plus(Folding.LONGEST_EXCHANGE).isBefore(now) || waiting.size() > MOST_WAITING;
            if (over) {
                messages.forEach(m -> strays.add(new Tied(m, Optional.empty())));
            }
            return over;
        });
        return strays;
    }

    /** A registration is proof of the password; whose it is, is said by its instance or by who else could have made it. */
    private List<Tied> bound(Sighted seen, BindingChanged binding, Holders holders) {
        Optional<Long> device = seen.claims()
                .or(() -> Optional.ofNullable(byPeer.get(binding.peer())))
                .or(() -> only(seen, binding.number(), binding.peer(), holders));
        device.ifPresent(id -> {
            if (binding.change().live()) {
                byPeer.put(binding.peer(), id);
                registered.put(id, binding.peer());
            } else {
                byPeer.remove(binding.peer(), id);
                registered.remove(id, binding.peer());
            }
        });
        List<Tied> tied = decided(binding.peer(), device);
        tied.add(new Tied(seen, device));
        return tied;
    }

    /** What came from where a registration was made is whose that is. */
    private List<Tied> decided(String peer, Optional<Long> device) {
        List<Tied> tied = new ArrayList<>();
        waiting.entrySet().removeIf(e -> {
            boolean same = peer.equals(peer(e.getValue().get(0)));
            if (same) {
                e.getValue().forEach(s -> tied.add(new Tied(s, device)));
                device.ifPresent(id -> byCallId.put(e.getKey(), id));
            }
            return same;
        });
        return tied;
    }

    private static String peer(Sighted seen) {
        return seen.observation() instanceof SipSeen sip ? sip.peer() : "";
    }

    private List<Tied> message(Sighted seen, SipSeen.Message message, Holders holders) {
        String callId = message.callId();
        // Both ends of a call have its Call-ID, and behind one router several may come from one address and port: a
        // name is
        // told from that.
        Optional<Long> device = seen.claims()
                .filter(id -> !isElsewhere(id, message.peer(), holders))
                .or(() -> Optional.ofNullable(byCallId.get(callId)))
                .or(() -> Optional.ofNullable(byPeer.get(message.peer())))
                .or(() -> proven(seen, message, holders));
        if (device.isPresent()) {
            byCallId.put(callId, device.get());
            List<Tied> tied = new ArrayList<>();
            Optional.ofNullable(waiting.remove(callId))
                    .ifPresent(before -> before.forEach(s -> tied.add(new Tied(s, device))));
            tied.add(new Tied(seen, device));
            return tied;
        }
        if (seen.named()) {
            return List.of(new Tied(seen, Optional.empty())); // it says who it is, and that is nobody here
        }
        List<Sighted> messages = waiting.computeIfAbsent(callId, id -> new ArrayList<>());
        messages.add(seen);
        if (messages.size() < MOST_MESSAGES && !isRefusal(message)) {
            return List.of();
        }
        waiting.remove(callId);
        return messages.stream().map(m -> new Tied(m, Optional.empty())).toList();
    }

    /** After a final no, nothing more of this request is to come. */
    private static boolean isRefusal(SipSeen.Message message) {
        return message instanceof SipSeen.Response response && response.status() >= 300 && !response.isChallenge();
    }

    private static Optional<Long> proven(Sighted seen, SipSeen.Message message, Holders holders) {
        return message instanceof SipSeen.Request register
                        && !seen.named()
                        && register.toNode()
                        && register.asks("REGISTER")
                        && register.answersChallenge()
                        && holders.proves(seen.domain(), register)
                ? only(seen, register.number(), register.peer(), holders)
                : Optional.empty();
    }

    /** A device that is registered from one address does not ask from another: somebody else says that it is that device. */
    private boolean isElsewhere(long device, String peer, Holders holders) {
        return Optional.ofNullable(registered.get(device))
                .or(() -> holders.registeredFrom(device))
                .filter(at -> !host(at).equals(host(peer)))
                .isPresent();
    }

    /** The only device that this can be of, by who has the number, and of several by who was at this address. */
    private static Optional<Long> only(Sighted seen, String number, String peer, Holders holders) {
        if (seen.named()) {
            return Optional.empty();
        }
        List<Long> unnamed = holders.unnamed(seen.domain(), number);
        List<Long> there = unnamed.size() <= 1 || peer.isEmpty()
                ? unnamed
                : unnamed.stream().filter(id -> holders.wasAt(id, host(peer))).toList();
        return there.size() == 1 ? Optional.of(there.get(0)) : Optional.empty();
    }

    private static String host(String peer) {
        return peer.substring(0, Math.max(0, peer.lastIndexOf(':')));
    }
}
