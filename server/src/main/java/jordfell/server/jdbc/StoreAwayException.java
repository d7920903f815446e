package jordfell.server.jdbc;

import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Stream;
import org.h2.api.ErrorCode;
import org.h2.mvstore.MVStoreException;

/** The database can’t be reached, read or written at all; the same may work a little later. */
public final class StoreAwayException extends StoreException {

    private static final Set<Integer> AWAY = Set.of(
            ErrorCode.IO_EXCEPTION_1,
            ErrorCode.IO_EXCEPTION_2,
            ErrorCode.DATABASE_IS_CLOSED,
            ErrorCode.DATABASE_CALLED_AT_SHUTDOWN,
            ErrorCode.DATABASE_ALREADY_OPEN_1,
            ErrorCode.FILE_CORRUPTED_1,
            ErrorCode.OBJECT_CLOSED);

    StoreAwayException(SQLException cause) {
        super(cause);
    }

    /** Whether this tells of the database as a whole; a pool that got no connection has no number for it. */
    static boolean isTold(SQLException e) {
        return AWAY.contains(e.getErrorCode())
                || e instanceof SQLTransientConnectionException
                || e.getErrorCode() == ErrorCode.GENERAL_ERROR_1 && isOfTheFile(e);
    }

    private static boolean isOfTheFile(Throwable e) {
        return Stream.iterate(e, Objects::nonNull, Throwable::getCause)
                .limit(10)
                .anyMatch(cause -> cause instanceof MVStoreException);
    }
}
