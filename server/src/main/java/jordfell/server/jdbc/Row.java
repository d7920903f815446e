package jordfell.server.jdbc;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** The present row of a result, by column name. */
public final class Row {

    private final ResultSet result;

    Row(ResultSet result) {
        this.result = result;
    }

    public String text(String column) throws SQLException {
        return result.getString(column);
    }

    public long number(String column) throws SQLException {
        return result.getLong(column);
    }

    public int integer(String column) throws SQLException {
        return result.getInt(column);
    }

    public boolean yes(String column) throws SQLException {
        return result.getBoolean(column);
    }

    public byte[] bytes(String column) throws SQLException {
        return result.getBytes(column);
    }

    /** Writes a column that may be larger than memory has room for to a file, and gives the file. */
    public Path copiedTo(Path file, String column) throws SQLException {
        try (InputStream bytes = result.getBinaryStream(column)) {
            Files.copy(bytes, file, StandardCopyOption.REPLACE_EXISTING);
            return file;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public Optional<byte[]> bytesIfAny(String column) throws SQLException {
        return Optional.ofNullable(result.getBytes(column));
    }

    public Instant time(String column) throws SQLException {
        return result.getObject(column, OffsetDateTime.class).toInstant();
    }

    public Optional<Instant> timeIfAny(String column) throws SQLException {
        return Optional.ofNullable(result.getObject(column, OffsetDateTime.class))
                .map(OffsetDateTime::toInstant);
    }

    public Optional<Long> numberIfAny(String column) throws SQLException {
        long value = result.getLong(column);
        return result.wasNull() ? Optional.empty() : Optional.of(value);
    }

    public Optional<String> textIfAny(String column) throws SQLException {
        return Optional.ofNullable(result.getString(column));
    }

    /** All columns, as the database has them. */
    Map<String, @Nullable Object> image() throws SQLException {
        Map<String, @Nullable Object> image = new LinkedHashMap<>();
        for (int i = 1; i <= result.getMetaData().getColumnCount(); i++) {
            image.put(result.getMetaData().getColumnLabel(i).toLowerCase(Locale.ROOT), result.getObject(i));
        }
        return image;
    }
}
