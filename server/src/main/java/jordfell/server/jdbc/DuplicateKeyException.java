package jordfell.server.jdbc;

import java.sql.SQLException;

/** A row with this key exists already. */
public final class DuplicateKeyException extends StoreException {
    DuplicateKeyException(SQLException cause) {
        super(cause);
    }
}
