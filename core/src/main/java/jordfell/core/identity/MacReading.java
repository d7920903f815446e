package jordfell.core.identity;

/** What came of reading text as a MAC address. */
public sealed interface MacReading {

    /** The text names this address; {@code local} asks the site whether it allows locally administered ones. */
    record Valid(MacAddress mac, boolean local) implements MacReading {}

    /**
     * The text names no individual address.
     *
     * @param reason what is wrong, one sentence
     * @param hint what would be right, one sentence
     */
    record Refused(String reason, String hint) implements MacReading {}
}
