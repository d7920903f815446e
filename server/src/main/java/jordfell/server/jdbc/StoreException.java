package jordfell.server.jdbc;

import java.sql.SQLException;

/** The database failed. Its message is kept out: it may hold bound values, and those may be secrets. */
public class StoreException extends RuntimeException {

    private static final int UNIQUE_VIOLATION = 23505;
    private static final int STILL_POINTED_TO = 23503;
    private static final int DEADLOCK = 40001;

    StoreException(SQLException cause) {
        super("SQL state " + cause.getSQLState() + ", error " + cause.getErrorCode() + ": " + firstLine(cause));
        setStackTrace(cause.getStackTrace());
    }

    /** What it is that failed, as far as the database says. */
    static StoreException translated(SQLException e) {
        if (StoreAwayException.isTold(e)) {
            return new StoreAwayException(e);
        }
        return switch (e.getErrorCode()) {
            case UNIQUE_VIOLATION -> new DuplicateKeyException(e);
            case STILL_POINTED_TO -> new StillPointedToException(e);
            case DEADLOCK -> new DeadlockException(e);
            default -> RefusedByStoreException.of(e).orElseGet(() -> new StoreException(e));
        };
    }

    private static String firstLine(SQLException cause) {
        String message = String.valueOf(cause.getMessage());
        int end = message.indexOf(';');
        return end < 0 ? message.lines().findFirst().orElse("") : message.substring(0, end);
    }
}
