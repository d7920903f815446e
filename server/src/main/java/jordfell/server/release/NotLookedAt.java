package jordfell.server.release;

/** Devices of which somebody changed something, and of which it is not known yet whether that waits to be released. */
public interface NotLookedAt {

    /** How many devices were changed and are not looked at yet. */
    int changedAndWaiting();
}
