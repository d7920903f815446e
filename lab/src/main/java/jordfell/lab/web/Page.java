package jordfell.lab.web;

/**
 * Something at an address outside.
 *
 * @param text for {@link Manner#SENDS} what is there; for {@link Manner#POINTS} where it is now
 */
public record Page(String address, Manner manner, String contentType, String text) {

    /** How it answers. */
    public enum Manner {
        SENDS,
        /** It answers, and has nothing. */
        EMPTY,
        /** There is nothing of the kind any more. */
        GONE,
        /** It sends a letter a second. */
        DRIPS,
        /** It never ends. */
        FLOODS,
        /** It is somewhere else (RFC 9110 §15.4). */
        POINTS
    }
}
