package jordfell.server.keeping;

/** Something was to be kept while nothing can be. */
public class NotKeptException extends RuntimeException {
    NotKeptException(Trouble trouble) {
        super(trouble.words());
    }
}
