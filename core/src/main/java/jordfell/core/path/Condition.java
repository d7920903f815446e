package jordfell.core.path;

/** How a device stands as a whole. */
public enum Condition {
    /** Nothing was released to it yet. */
    PARKED,
    UNDER_WAY,
    HELD,
    CARRYING,
    PROVEN,
    /** It carried once, and lapsed. */
    SILENT
}
