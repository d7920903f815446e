package jordfell.core.path;

/** The nine stops on the way to dial tone, in order. */
public enum Stop {
    KNOWN,
    BOUND,
    RELEASED,
    FETCHED,
    LOCATED,
    HEARD,
    ACCEPTED,
    HOLDING,
    PROVEN;

    /** Its place on the way, 0 for the first. */
    public int place() {
        return compareTo(KNOWN);
    }
}
