package jordfell.core.capture;

/** What was brought can’t be read, from here on or at all; the message says where, and what would be right. */
public final class UnreadableException extends Exception {

    private static final long serialVersionUID = 1;

    public UnreadableException(String message) {
        super(message);
    }
}
