package jordfell.core.evidence;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Folds one device's observations into episodes as they come. A registration or a subscription is one episode with all its
 * messages; it is open until it is answered for good or nothing more of it comes. Not safe for use by several threads.
 */
public final class Folding {

    /** What repeats within this time is one episode; a new one begins after it, so that a day can be followed. */
    public static final Duration SPAN = Duration.ofHours(2);

    /** Timer F (RFC 3261 §17.1.2.2): a request that is not answered by then is not answered. */
    static final Duration LONGEST_EXCHANGE = Duration.ofSeconds(32);

    /** Most registrations that are open at once, and most kinds of episodes that are waited for. */
    private static final int MOST = 64;

    /** What is asked again and again, with its answers. */
    private static final Set<String> EXCHANGES = Set.of("REGISTER", "SUBSCRIBE");

    private final Map<String, Episode> written = new LinkedHashMap<>();
    private final Map<String, List<SipSeen.Message>> open = new LinkedHashMap<>();

    /** What becomes of a written episode. */
    public enum Fate {
        BEGINS,
        GOES_ON,
        /** It went into another one. */
        ENDS
    }

    /** Something to write; an episode that goes on or ends is told by its key. */
    public record Write(Episode episode, Fate fate) {}

    /** Goes on from episodes that were written before. */
    public static Folding from(Collection<Episode> episodes) {
        Folding folding = new Folding();
        for (Episode episode : episodes) {
            folding.written.put(episode.key(), episode.withoutMessages());
            if (EpisodeKey.isOpen(episode.key())) {
                List<SipSeen.Message> messages = new ArrayList<>();
                episode.newest().forEach(o -> messages.add((SipSeen.Message) o));
                folding.open.put(messages.get(0).callId(), messages);
            }
        }
        return folding;
    }

    /** What these lead to, each episode once at most; observations in the order in which they came. */
    public List<Write> take(List<? extends Observation> seen) {
        Map<String, Write> writes = new LinkedHashMap<>();
        Set<String> touched = new LinkedHashSet<>();
        for (Observation o : seen) {
            if (o instanceof SipSeen.Message sip && isOfAnExchange(sip)) {
                open.computeIfAbsent(sip.callId(), id -> new ArrayList<>()).add(sip);
                touched.add(sip.callId());
                if (isFinal(sip)) {
                    close(sip.callId(), writes);
                }
            } else {
                write(Episode.of(EpisodeKey.of(o), List.of(o)), writes);
            }
        }
        latest(seen).ifPresent(now -> closeOld(now, writes));
        for (String id : touched) {
            if (open.containsKey(id)) {
                writeOpen(id, writes);
            }
        }
        forgetOldest();
        return List.copyOf(writes.values());
    }

    /** Whether another one of this key would go on from what was written. */
    public boolean knows(String key) {
        return written.containsKey(key);
    }

    private static Optional<Instant> latest(List<? extends Observation> seen) {
        Instant latest = null;
        for (Observation o : seen) {
            latest = latest == null || o.at().isAfter(latest) ? o.at() : latest;
        }
        return Optional.ofNullable(latest);
    }

    private void closeOld(Instant now, Map<String, Write> writes) {
        if (open.isEmpty()) {
            return;
        }
        List<String> over = open.entrySet().stream()
                .filter(e -> last(e.getValue()).at().plus(LONGEST_EXCHANGE).isBefore(now) || open.size() > MOST)
                .map(Map.Entry::getKey)
                .toList();
        over.forEach(id -> close(id, writes));
    }

    private void close(String callId, Map<String, Write> writes) {
        List<SipSeen.Message> exchange = open.remove(callId);
        Episode asOpen = written.remove(EpisodeKey.ofOpen(callId));
        if (asOpen != null) {
            writes.put(asOpen.key(), new Write(asOpen, Fate.ENDS));
        }
        write(Episode.of(EpisodeKey.of(exchange), List.copyOf(exchange)), writes);
    }

    /** Not answered for good: written as it is so far. */
    private void writeOpen(String callId, Map<String, Write> writes) {
        Episode sofar = Episode.of(EpisodeKey.ofOpen(callId), List.copyOf(open.get(callId)));
        Fate fate = written.put(sofar.key(), sofar.withoutMessages()) == null ? Fate.BEGINS : Fate.GOES_ON;
        writes.put(sofar.key(), new Write(sofar, fate));
    }

    private void write(Episode next, Map<String, Write> writes) {
        Episode before = written.remove(next.key());
        boolean goesOn = before != null && before.first().plus(SPAN).isAfter(next.last());
        Episode now = goesOn ? before.again(next) : next;
        written.put(next.key(), now.withoutMessages());
        Write earlier = writes.remove(next.key());
        boolean begins = !goesOn || earlier != null && earlier.fate() == Fate.BEGINS;
        writes.put(next.key(), new Write(now, begins ? Fate.BEGINS : Fate.GOES_ON));
    }

    /** An episode that is forgotten here is not lost: it is written, and another one of its kind begins anew. */
    private void forgetOldest() {
        var keys = written.keySet().iterator();
        for (int surplus = written.size() - MOST; surplus > 0 && keys.hasNext(); surplus--) {
            if (!EpisodeKey.isOpen(keys.next())) {
                keys.remove();
            }
        }
    }

    private static SipSeen.Message last(List<SipSeen.Message> exchange) {
        return exchange.get(exchange.size() - 1);
    }

    private static boolean isOfAnExchange(SipSeen.Message sip) {
        return EXCHANGES.contains(sip.message().method());
    }

    /** Everything but a provisional response and a challenge, which only asks for the next try. */
    private static boolean isFinal(SipSeen.Message sip) {
        return sip instanceof SipSeen.Response response && response.status() >= 200 && !response.isChallenge();
    }
}
