package jordfell.server.problem;

/** Something was to be kept while nothing can be. */
public class NotKeptException extends RuntimeException {
    public NotKeptException(String why) {
        super(why);
    }
}
