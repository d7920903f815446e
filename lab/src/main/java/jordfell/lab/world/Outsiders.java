package jordfell.lab.world;

import java.util.Collections;
import java.util.Map;
import jordfell.core.bounded.Bounded;
import jordfell.lab.net.Endpoint;

/** Agents outside of the simulation that registered with the right password, by where they send from. */
public final class Outsiders {

    private static final int MOST = 10_000;

    private final Map<Endpoint, Boolean> known = Collections.synchronizedMap(Bounded.byUse(MOST));

    void add(Endpoint agent) {
        known.put(agent, true);
    }

    /** Whether an agent registered from there before. Callable from any thread. */
    public boolean isKnown(Endpoint agent) {
        return known.get(agent) != null;
    }
}
