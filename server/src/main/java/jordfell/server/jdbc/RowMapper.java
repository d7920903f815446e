package jordfell.server.jdbc;

import java.sql.SQLException;

/** Makes an object of a row. */
public interface RowMapper<T> {
    T map(Row row) throws SQLException;
}
