package jordfell.server.jdbc;

import java.io.InputStream;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import javax.sql.DataSource;
import org.flywaydb.core.api.migration.Context;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Runs hand-written SQL on the pool's connections. Calls within {@link #inTransaction} share one connection and are
 * committed together; a call outside is a transaction of its own.
 */
@Component
public class Jdbc {

    private static final Logger log = LoggerFactory.getLogger(Jdbc.class);
    private static final int MOST_AT_ONCE = 1_000;
    private static final int LONGEST_ARRAY = 50_000;

    private final DataSource pool;
    private final TableVersions versions = new TableVersions();

    /** Of this pool, not of the class: two applications in one process must not share a transaction. */
    @SuppressWarnings("ThreadLocalUsage")
    private final ThreadLocal<@Nullable Transaction> current = new ThreadLocal<>();

    /** Set while rows are mapped. */
    @SuppressWarnings("ThreadLocalUsage")
    private final ThreadLocal<@Nullable Boolean> isMapping = new ThreadLocal<>();

    /** What waits for the present transaction to be committed. */
    @SuppressWarnings("ThreadLocalUsage")
    private final ThreadLocal<List<Runnable>> afterwards = ThreadLocal.withInitial(ArrayList::new);

    /** What follows after all of that, one of each kind. */
    @SuppressWarnings("ThreadLocalUsage")
    private final ThreadLocal<Map<Class<?>, Runnable>> lastly = ThreadLocal.withInitial(LinkedHashMap::new);

    public Jdbc(DataSource pool) {
        this.pool = pool;
    }

    /** Statements on the connection on which the database is being brought to this version. */
    public static Jdbc within(Context migration) {
        Jdbc jdbc = new Jdbc(migration.getConfiguration().getDataSource());
        jdbc.current.set(Transaction.on(migration.getConnection()));
        return jdbc;
    }

    /**
     * All that the work does, or nothing if it throws. What waits for the commit runs when the connection is back in the
     * pool: it may need one itself, and whatever becomes of it, what was committed stays told as done.
     */
    public <T> T inTransaction(Supplier<T> work) {
        if (current.get() != null) {
            return work.get();
        }
        List<Runnable> due = new ArrayList<>();
        T result = committed(new Transaction(pool), work, due);
        due.forEach(Jdbc::guarded);
        return result;
    }

    private <T> T committed(Transaction transaction, Supplier<T> work, List<Runnable> due) {
        current.set(transaction);
        boolean done = false;
        try {
            T result = work.get();
            transaction.commit();
            done = true;
            due.addAll(afterwards.get());
            due.addAll(lastly.get().values());
            return result;
        } catch (SQLException e) {
            throw StoreException.translated(e);
        } finally {
            current.remove();
            afterwards.remove();
            lastly.remove();
            transaction.end(done);
            transaction.written().forEach(versions::wrote);
        }
    }

    boolean isInTransaction() {
        return current.get() != null;
    }

    /** Another number once something that was written to one of these tables can be read. */
    long version(Set<String> tables) {
        return versions.of(tables);
    }

    /** One piece that fails neither undoes what was committed nor keeps the others from being done. */
    private static void guarded(Runnable work) {
        try {
            work.run();
        } catch (RuntimeException e) {
            log.error("Something that follows a change failed", e);
        }
    }

    /** Does this once what was written so far is committed; at once outside of a transaction. */
    public void afterCommit(Runnable work) {
        if (current.get() == null) {
            work.run();
        } else {
            afterwards.get().add(work);
        }
    }

    /**
     * What is done once after all else that waits for the present transaction; made when it is first asked for.
     *
     * @return nothing outside of a transaction
     */
    public <T extends Runnable> Optional<T> lastly(Class<T> kind, Supplier<T> make) {
        return current.get() == null
                ? Optional.empty()
                : Optional.of(kind.cast(lastly.get().computeIfAbsent(kind, k -> make.get())));
    }

    public void inTransaction(Runnable work) {
        inTransaction(() -> {
            work.run();
            return true;
        });
    }

    public <T> List<T> list(String sql, RowMapper<T> mapper, @Nullable Object... values) {
        return run(sql, Statement.NO_GENERATED_KEYS, values, statement -> {
            List<T> rows = new ArrayList<>();
            try (ResultSet result = statement.executeQuery()) {
                Row row = new Row(result);
                isMapping.set(true);
                while (result.next()) {
                    rows.add(mapper.map(row));
                }
            } finally {
                isMapping.remove();
            }
            return rows;
        });
    }

    /**
     * The same for many values that the statement takes as one array, its only parameter; as many statements as the
     * database's limit on arrays asks for.
     */
    public <T> List<T> listOf(String sql, RowMapper<T> mapper, Collection<?> many) {
        List<Object> all = new ArrayList<>(many);
        List<T> rows = new ArrayList<>();
        for (int from = 0; from < all.size(); from += LONGEST_ARRAY) {
            Object[] part = all.subList(from, Math.min(all.size(), from + LONGEST_ARRAY))
                    .toArray();
            rows.addAll(list(sql, mapper, (Object) part));
        }
        return rows;
    }

    public <T> Optional<T> one(String sql, RowMapper<T> mapper, @Nullable Object... values) {
        return list(sql, mapper, values).stream().findFirst();
    }

    /** The number of rows changed. */
    public int update(String sql, @Nullable Object... values) {
        return write(sql, Statement.NO_GENERATED_KEYS, values, PreparedStatement::executeUpdate);
    }

    /** The key that the database gave the new row. */
    public long insert(String sql, @Nullable Object... values) {
        return write(sql, Statement.RETURN_GENERATED_KEYS, values, statement -> {
            statement.executeUpdate();
            try (ResultSet keys = statement.getGeneratedKeys()) {
                keys.next();
                return keys.getLong(1);
            }
        });
    }

    /** The same statement for many rows of values. */
    public void batch(String sql, List<@Nullable Object[]> rows) {
        write(sql, Statement.NO_GENERATED_KEYS, new Object[0], statement -> {
            for (Object[] row : rows) {
                bind(statement, row);
                statement.addBatch();
            }
            return statement.executeBatch();
        });
    }

    /** The same insert for many rows of values, and the keys that the database gave them, in the same order. */
    public List<Long> insertAll(String sql, List<@Nullable Object[]> rows) {
        return write(sql, Statement.RETURN_GENERATED_KEYS, new Object[0], statement -> {
            List<Long> made = new ArrayList<>(rows.size());
            for (int from = 0; from < rows.size(); from += MOST_AT_ONCE) {
                for (Object[] row : rows.subList(from, Math.min(rows.size(), from + MOST_AT_ONCE))) {
                    bind(statement, row);
                    statement.addBatch();
                }
                statement.executeBatch();
                try (ResultSet keys = statement.getGeneratedKeys()) {
                    while (keys.next()) {
                        made.add(keys.getLong(1));
                    }
                }
            }
            return made;
        });
    }

    /** Rows of many ids with all their columns, as the database has them; the ids are the statement's only parameter. */
    public List<Map<String, @Nullable Object>> images(String sql, Collection<?> ids) {
        return listOf(sql, Row::image, ids);
    }

    private interface Action<T> {
        T on(PreparedStatement statement) throws SQLException;
    }

    /** Whatever becomes of it counts as written: a connection that breaks does not tell whether it was. */
    private <T> T write(String sql, int keys, @Nullable Object[] values, Action<T> action) {
        String table = TableVersions.tableOf(sql);
        Transaction shared = current.get();
        try {
            return run(sql, keys, values, action);
        } finally {
            if (shared != null) {
                shared.writes(table);
            } else {
                versions.wrote(table);
            }
        }
    }

    private <T> T run(String sql, int keys, @Nullable Object[] values, Action<T> action) {
        if (isMapping.get() != null) {
            // It would take a second connection while it keeps the first: ten at once would wait for each other for
            // ever.
            throw new IllegalStateException("a row mapper asks the database");
        }
        Transaction shared = current.get();
        try {
            if (shared != null) {
                return run(shared.connection(), sql, keys, values, action);
            }
            try (Connection own = pool.getConnection()) {
                return run(own, sql, keys, values, action);
            }
        } catch (SQLException e) {
            throw StoreException.translated(e);
        }
    }

    private static <T> T run(Connection connection, String sql, int keys, @Nullable Object[] values, Action<T> action)
            throws SQLException {
        try (PreparedStatement statement = connection.prepareStatement(sql, keys)) {
            bind(statement, values);
            return action.on(statement);
        }
    }

    private static void bind(PreparedStatement statement, @Nullable Object[] values) throws SQLException {
        for (int i = 0; i < values.length; i++) {
            Object value = values[i];
            if (value instanceof InputStream stream) {
                statement.setBinaryStream(i + 1, stream);
            } else {
                statement.setObject(
                        i + 1,
                        value instanceof Instant instant ? OffsetDateTime.ofInstant(instant, ZoneOffset.UTC) : value);
            }
        }
    }
}
