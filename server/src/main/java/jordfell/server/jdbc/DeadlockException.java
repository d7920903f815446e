package jordfell.server.jdbc;

import java.sql.SQLException;

/** Two transactions waited for each other, and this one was rolled back: done once more, it finds the other one over. */
public final class DeadlockException extends StoreException {

    DeadlockException(SQLException cause) {
        super(cause);
    }
}
