package jordfell.server.lab;

/** Agents that somebody has refused from now on. */
public interface RefusedAgents {

    /** Whether an agent that registers under this number from this address is refused. */
    boolean isRefused(String domain, String number, String host);
}
