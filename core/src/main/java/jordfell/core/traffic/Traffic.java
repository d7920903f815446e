package jordfell.core.traffic;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import jordfell.core.bounded.Bounded;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.SipSeen;

/**
 * Counts registrations and refusals as they are seen, by node and site, in slices of time. Counts are kept until they are taken,
 * so many and no more.
 */
public final class Traffic {

    public static final Duration SLICE = Duration.ofMinutes(5);

    private static final int MOST_SLICES = 50_000;

    /** Requests that wait for their answer. */
    private static final int MOST_ASKED = 20_000;

    /** What takes longer was asked anew meanwhile, or belongs to another request. */
    private static final long LONGEST_ANSWER = 32_000;

    private static final int TOO_BRIEF = 423;

    private record Key(Instant from, String domain, String node, String site) {}

    private final Map<Key, Slice> slices = Bounded.byAge(MOST_SLICES);
    private final Map<String, Instant> asked = Bounded.byAge(MOST_ASKED);

    /**
     * Something was seen.
     *
     * @param site of the device that it is of; empty for a stray
     */
    public synchronized void seen(String domain, String site, Observation o) {
        if (o instanceof BindingChanged change) {
            switch (change.change()) {
                case ADDED, REFRESHED -> count(change.at(), domain, change.node(), site, Slice::oneRegistered);
                case EXPIRED -> count(change.at(), domain, change.node(), site, Slice::oneLapsed);
                default -> {}
            }
        } else if (o instanceof SipSeen.Request request && request.toNode() && request.asks("REGISTER")) {
            asked.putIfAbsent(key(request), request.at());
        } else if (o instanceof SipSeen.Response response && !response.toNode() && response.answers("REGISTER")) {
            answered(domain, site, response);
        }
    }

    private void answered(String domain, String site, SipSeen.Response response) {
        if (response.status() < 200) {
            return;
        }
        Optional.ofNullable(asked.remove(key(response)))
                .map(at -> Duration.between(at, response.at()).toMillis())
                .filter(millis -> millis >= 0 && millis <= LONGEST_ANSWER)
                .ifPresent(millis ->
                        count(response.at(), domain, response.node(), site, slice -> slice.answeredAfter(millis)));
        if (response.status() >= 300 && !response.isChallenge() && response.status() != TOO_BRIEF) {
            count(response.at(), domain, response.node(), site, Slice::oneRefused);
        }
    }

    private static String key(SipSeen.Message message) {
        return message.callId() + " " + message.message().first("CSeq").orElse("");
    }

    private void count(Instant at, String domain, String node, String site, UnaryOperator<Slice> more) {
        Key key = new Key(begin(at), domain, node, site);
        slices.put(key, more.apply(slices.getOrDefault(key, Slice.empty(key.from(), domain, node, site))));
    }

    /** When the slice of a moment begins. */
    public static Instant begin(Instant at) {
        long seconds = SLICE.toSeconds();
        return Instant.ofEpochSecond(Math.floorDiv(at.getEpochSecond(), seconds) * seconds);
    }

    /** What was counted since this was asked last: of a slice that is told again, what came to it meanwhile. */
    public synchronized List<Slice> take() {
        List<Slice> all = List.copyOf(slices.values());
        slices.clear();
        return all;
    }
}
