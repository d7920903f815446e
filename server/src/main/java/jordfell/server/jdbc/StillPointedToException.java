package jordfell.server.jdbc;

import java.sql.SQLException;

/** A row can't go while others point to it. */
public final class StillPointedToException extends StoreException {
    StillPointedToException(SQLException cause) {
        super(cause);
    }
}
