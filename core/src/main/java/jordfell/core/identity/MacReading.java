package jordfell.core.identity;

/** What came of reading text as a MAC address. */
public sealed interface MacReading {

    /** What a site with or without locally administered addresses makes of it. */
    default MacReading takenAt(boolean allowsLocal) {
        return this;
    }

    /** The text names this address; {@code local} if it was made up rather than taken from a maker's block. */
    record Valid(MacAddress mac, boolean local) implements MacReading {

        @Override
        public MacReading takenAt(boolean allowsLocal) {
            return allowsLocal || !local
                    ? this
                    : new Refused(
                            "This address was made up locally: its first pair has the second-lowest bit set.",
                            "Read the label again, or let the site take such addresses.");
        }
    }

    /**
     * The text names no individual address.
     *
     * @param reason what is wrong, one sentence
     * @param hint what would be right, one sentence
     */
    record Refused(String reason, String hint) implements MacReading {}
}
