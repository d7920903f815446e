package jordfell.core.path;

/** How a stop stands. */
public enum StopState {
    PASSED,
    /** Not yet, and still within the usual time. */
    WAITING,
    /** Something says why not, or the usual time is over. */
    HELD,
    /** No evidence either way. */
    NOT_SEEN,
    NOT_NEEDED
}
