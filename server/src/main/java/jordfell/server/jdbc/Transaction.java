package jordfell.server.jdbc;

import java.sql.Connection;
import java.sql.SQLException;
import java.util.HashSet;
import java.util.Set;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * All statements of one piece of work on one connection. That is taken from the pool with the first of them: work that turns
 * out to ask and write nothing, such as most looks at a phone that carries, costs none.
 */
final class Transaction {

    private static final Logger log = LoggerFactory.getLogger(Transaction.class);

    private final @Nullable DataSource pool;
    private final Set<String> written = new HashSet<>();
    private @Nullable Connection connection;

    Transaction(DataSource pool) {
        this.pool = pool;
    }

    private Transaction(Connection connection) {
        this.pool = null;
        this.connection = connection;
    }

    /** One that somebody else begins and ends. */
    static Transaction on(Connection connection) {
        return new Transaction(connection);
    }

    Connection connection() throws SQLException {
        Connection open = connection;
        if (open == null) {
            if (pool == null) {
                throw new IllegalStateException("neither a pool nor a connection");
            }
            open = pool.getConnection();
            connection = open;
            open.setAutoCommit(false);
        }
        return open;
    }

    void writes(String table) {
        written.add(table);
    }

    /** The tables that something was to be written to. */
    Set<String> written() {
        return written;
    }

    void commit() throws SQLException {
        if (connection != null) {
            connection.commit();
        }
    }

    /** Gives the connection back; what was not committed is undone. One that can’t even do that is broken, and is dropped. */
    void end(boolean committed) {
        if (connection == null) {
            return;
        }
        try (Connection open = connection) {
            if (!committed) {
                open.rollback();
            }
            open.setAutoCommit(true);
        } catch (SQLException e) {
            log.debug("A connection broke: {}", e.getErrorCode());
        }
    }
}
