package jordfell.server.jdbc;

import com.zaxxer.hikari.HikariDataSource;
import com.zaxxer.hikari.HikariPoolMXBean;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.Objects;
import javax.sql.DataSource;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Whether the database is open, and how to open it anew: after a write to its file failed H2 closes it, and opens it
 * again only once nobody is connected any more.
 */
@Component
public class DatabaseOpening {

    private static final Logger log = LoggerFactory.getLogger(DatabaseOpening.class);
    private static final Duration LONGEST = Duration.ofSeconds(5);

    private final DataSource pool;

    DatabaseOpening(DataSource pool) {
        this.pool = pool;
    }

    /** Whether the database answers a question that needs its file. */
    public boolean answers() {
        try (Connection connection = pool.getConnection();
                Statement statement = connection.createStatement()) {
            return statement.execute("select 1 from account limit 1");
        } catch (SQLException e) {
            log.warn("The database does not answer: SQL state {}, error {}", e.getSQLState(), e.getErrorCode());
            return false;
        }
    }

    /** Lets all connections go, so that the next one opens the database anew; what runs just now is waited for a while. */
    public void anew() {
        try {
            HikariDataSource hikari = pool.unwrap(HikariDataSource.class);
            HikariPoolMXBean connections = Objects.requireNonNull(hikari.getHikariPoolMXBean());
            connections.suspendPool();
            try {
                connections.softEvictConnections();
                long end = System.nanoTime() + LONGEST.toNanos();
                while (connections.getTotalConnections() > 0 && System.nanoTime() < end) {
                    Thread.sleep(20);
                }
            } finally {
                connections.resumePool();
            }
        } catch (SQLException e) {
            log.warn("The connections could not be let go: error {}", e.getErrorCode());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
