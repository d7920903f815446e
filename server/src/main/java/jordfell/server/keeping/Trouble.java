package jordfell.server.keeping;

import java.nio.file.Path;
import java.util.Optional;

/**
 * What keeps Jordfell from keeping anything.
 *
 * @param isReadable whether what is kept already can still be looked at
 * @param words for whoever uses the screens: what is wrong, what follows from it, what ends it
 */
public record Trouble(Kind kind, boolean isReadable, String words) {

    /** What is wrong with the data’s place. */
    public enum Kind {
        NO_ROOM,
        READ_ONLY,
        GONE,
        REPLACED,
        SILENT
    }

    /**
     * What was found at the data’s place.
     *
     * @param isThere whether the database’s file lies where it should
     * @param isSame whether it is the file that was opened
     * @param answers whether the database does
     */
    record Measured(Path database, boolean isThere, boolean isSame, boolean isWritable, long freeMb, boolean answers) {

        private Optional<Trouble> trouble(Kind kind, String words) {
            return Optional.of(new Trouble(kind, answers, words));
        }
    }

    private static final String GOES_ON = " Everything goes on by itself then.";

    /** What stands against keeping anything; empty when nothing does. */
    static Optional<Trouble> of(Measured m, long leastMb) {
        String file = String.valueOf(m.database().getFileName());
        long needed = Math.max(1, leastMb);
        if (!m.isThere()) {
            return m.trouble(
                    Kind.GONE,
                    "The database " + file
                            + " is not at its place any more. What is kept now would be lost at the next "
                            + "stop, so nothing is, until that file is back." + GOES_ON);
        }
        if (!m.isSame()) {
            return m.trouble(
                    Kind.REPLACED,
                    "Another file lies where the database " + file
                            + " was. Nothing is kept; put the first one back, or "
                            + "stop Jordfell and start it with the other.");
        }
        if (m.freeMb() < needed) {
            return m.trouble(
                    Kind.NO_ROOM,
                    "The disk of the database is full: " + m.freeMb() + " MB are left, " + needed
                            + " MB are needed. Nothing is kept until there is room." + GOES_ON);
        }
        if (!m.isWritable()) {
            return m.trouble(
                    Kind.READ_ONLY,
                    "The folder of the database can’t be written any more. Nothing is kept until it can." + GOES_ON);
        }
        return m.answers()
                ? Optional.empty()
                : m.trouble(
                        Kind.SILENT,
                        "The database does not answer. Nothing can be shown or kept until it does; the log says why.");
    }
}
