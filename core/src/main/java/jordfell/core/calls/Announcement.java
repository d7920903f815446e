package jordfell.core.calls;

/** What is said to whoever calls, in place of ringing anything. */
public final class Announcement {

    /** What registrars call whatever says it. */
    public static final String SERVICE = "announcement";

    private Announcement() {}
}
