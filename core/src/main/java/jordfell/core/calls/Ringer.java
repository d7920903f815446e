package jordfell.core.calls;

/**
 * A device that has an extension on one of its lines, and whether it rings now.
 *
 * @param detail where it is registered, or since when and why it does not ring; empty if there is nothing to say
 */
public record Ringer(long deviceId, String label, State state, String detail) {

    /** Whether a call makes it ring. */
    public enum State {
        RINGS,
        DO_NOT_DISTURB,
        IN_A_CALL,
        NOT_REGISTERED
    }

    boolean rings() {
        return state == State.RINGS;
    }

    /** It answers that it is busy (RFC 3261 §21.4.24). */
    boolean isBusy() {
        return state == State.DO_NOT_DISTURB || state == State.IN_A_CALL;
    }
}
