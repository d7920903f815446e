package jordfell.server.jdbc;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Optional;
import org.h2.api.ErrorCode;

/** Opens a database once, before anything is started on it, and looks for something that was sealed. */
public final class DatabaseProbe {

    /** What was found. */
    public sealed interface Found {
        /** It can be opened; the sample is something sealed, if there is anything. */
        record Sound(Optional<byte[]> sample) implements Found {}

        record InUse() implements Found {}

        record Damaged() implements Found {}

        /** It can't be opened for another reason, which has this number with H2. */
        record Closed(int code) implements Found {}
    }

    private DatabaseProbe() {}

    /** Looks at the database of this address; the file must be there. */
    public static Found look(String url) {
        try (Connection connection = DriverManager.getConnection(url, "jordfell", "")) {
            return new Found.Sound(sample(connection));
        } catch (SQLException e) {
            return switch (e.getErrorCode()) {
                case ErrorCode.DATABASE_ALREADY_OPEN_1 -> new Found.InUse();
                case ErrorCode.FILE_CORRUPTED_1, ErrorCode.FILE_VERSION_ERROR_1, ErrorCode.IO_EXCEPTION_2 ->
                    new Found.Damaged();
                default -> new Found.Closed(e.getErrorCode());
            };
        }
    }

    private static Optional<byte[]> sample(Connection connection) throws SQLException {
        if (!hasTable(connection, "EXTENSION_PASSWORD")) {
            return Optional.empty();
        }
        try (Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery("select sealed from extension_password limit 1")) {
            return row.next() ? Optional.of(row.getBytes(1)) : Optional.empty();
        }
    }

    private static boolean hasTable(Connection connection, String name) throws SQLException {
        try (PreparedStatement statement =
                connection.prepareStatement("select 1 from information_schema.tables where table_name = ?")) {
            statement.setString(1, name);
            try (ResultSet row = statement.executeQuery()) {
                return row.next();
            }
        }
    }
}
