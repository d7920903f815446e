package jordfell.lab.watching;

import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Who is in a call, or is rung, by what passes the proxy. */
public final class LiveCalls {

    /** More are not kept: calls whose end was not seen would pile up. The oldest are forgotten first. */
    private static final int MOST = 20_000;

    /** How far a call is (RFC 4235 §3.7.1). */
    public enum State {
        TRYING,
        EARLY,
        CONFIRMED
    }

    /**
     * One extension's side of a call.
     *
     * @param callId of the call
     * @param isCaller whether it began it
     */
    public record Side(String callId, boolean isCaller, State state) {}

    private final Map<Watched, Map<String, Side>> byNumber = new HashMap<>();

    /** Who takes part in a call, the oldest call first. */
    private final Map<String, Set<Watched>> byCall = new LinkedHashMap<>();

    /** A side of a call is so far now; true if that is new. */
    public boolean put(Watched who, String callId, boolean isCaller, State state) {
        Map<String, Side> sides = byNumber.computeIfAbsent(who, w -> new LinkedHashMap<>());
        Side before = sides.get(callId);
        boolean isBehind = before != null && before.state().compareTo(state) >= 0;
        if (isBehind) {
            return false;
        }
        sides.put(callId, new Side(callId, before == null ? isCaller : before.isCaller(), state));
        byCall.computeIfAbsent(callId, id -> new LinkedHashSet<>()).add(who);
        forgetTheOldest();
        return true;
    }

    /** It stopped ringing there, or hung up; true if it took part. */
    public boolean end(Watched who, String callId) {
        Map<String, Side> sides = byNumber.get(who);
        if (sides == null || sides.remove(callId) == null) {
            return false;
        }
        if (sides.isEmpty()) {
            byNumber.remove(who);
        }
        Set<Watched> others = byCall.get(callId);
        if (others != null && others.remove(who) && others.isEmpty()) {
            byCall.remove(callId);
        }
        return true;
    }

    /** Those who take part in a call. */
    public List<Watched> in(String callId) {
        return List.copyOf(byCall.getOrDefault(callId, Set.of()));
    }

    /** The calls of an extension, the oldest first. */
    public Collection<Side> of(Watched who) {
        return List.copyOf(byNumber.getOrDefault(who, Map.of()).values());
    }

    private void forgetTheOldest() {
        while (byCall.size() > MOST) {
            String oldest = byCall.keySet().iterator().next();
            in(oldest).forEach(who -> end(who, oldest));
        }
    }
}
