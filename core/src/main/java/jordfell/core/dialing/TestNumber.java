package jordfell.core.dialing;

/** What a person dials to see whether a phone can call. */
public final class TestNumber {

    /** A star and <em>TEST</em> on the letters of the keys (ITU-T E.161); no extension begins with a star. */
    public static final String DIALLED = "*8378";

    /** What dial lists call what answers there. */
    public static final String SERVICE = "test call";

    private TestNumber() {}
}
