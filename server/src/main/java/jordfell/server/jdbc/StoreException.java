package jordfell.server.jdbc;

import java.sql.SQLException;

/** The database failed. Its message is kept out: it may hold bound values, and those may be secrets. */
public class StoreException extends RuntimeException {
    StoreException(SQLException cause) {
        super("SQL state " + cause.getSQLState() + ", error " + cause.getErrorCode() + ": " + firstLine(cause));
        setStackTrace(cause.getStackTrace());
    }

    private static String firstLine(SQLException cause) {
        String message = String.valueOf(cause.getMessage());
        int end = message.indexOf(';');
        return end < 0 ? message.lines().findFirst().orElse("") : message.substring(0, end);
    }
}
