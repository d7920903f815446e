package jordfell.core.path;

/** Whether a device takes part. */
public enum Standing {
    /** Somebody is meant to make calls with it. */
    IN_USE,
    /** It lies on a shelf, ready for whoever needs one. */
    SPARE,
    /** It is gone; its history stays. */
    RETIRED
}
