package jordfell.server.problem;

/** A body was not read to its end: it is larger than what is taken, or it arrived too slowly. */
public final class BodyCutOffException extends RuntimeException {

    private final boolean isTooLarge;

    private BodyCutOffException(boolean isTooLarge, String sentence) {
        super(sentence);
        this.isTooLarge = isTooLarge;
    }

    /**
     * It is larger than what is taken.
     *
     * @param most bytes that are taken
     */
    public static BodyCutOffException tooLarge(long most) {
        boolean small = most < 1024 * 1024;
        return new BodyCutOffException(
                true,
                "The request is too large: at most " + (small ? most / 1024 + " kB" : most / 1024 / 1024 + " MB")
                        + " are taken.");
    }

    public static BodyCutOffException tooSlow() {
        return new BodyCutOffException(false, "The request took too long to arrive. Send it again.");
    }

    /** The status that says so (RFC 9110 §15.5.14, §15.5.9). */
    public int status() {
        return isTooLarge ? 413 : 408;
    }
}
