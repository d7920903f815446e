package jordfell.server.config;

/** The server can't start; the message is one sentence for whoever started it: what is wrong, and what would be right. */
public final class CannotStartException extends RuntimeException {

    public CannotStartException(String sentence) {
        super(sentence);
    }
}
