package jordfell.core.dialing;

/** Where a dialled number goes. */
public sealed interface DialTarget {

    /**
     * What is called in place of what was dialled: without its first digits, and with others before.
     *
     * @param dropped how many of the first digits
     */
    record Change(int dropped, String before) {

        /** As it was dialled. */
        public static final Change NONE = new Change(0, "");

        /** The number; one that has no more digits than are dropped is only what stands before. */
        public String of(String dialled) {
            return before + dialled.substring(Math.min(dropped, dialled.length()));
        }
    }

    /** An extension of the domain, or a group of it. */
    record Inside(Change change) implements DialTarget {}

    /** The outside, by a line of the domain. */
    record Outside(Change change) implements DialTarget {}

    /** A service of the registrar, by its name: the voicemail, the test call. */
    record Service(String name) implements DialTarget {}

    /** It may not be dialled. */
    record Refused(String why) implements DialTarget {}
}
