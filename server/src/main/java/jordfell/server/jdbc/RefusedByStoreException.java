package jordfell.server.jdbc;

import java.sql.SQLException;
import java.util.Optional;
import org.h2.api.ErrorCode;

/** What was to be written doesn't fit the database's own rules: the last ones to see what nobody checked before. */
public final class RefusedByStoreException extends StoreException {

    /** Which rule it was. */
    public enum Rule {
        /** It names something that is not there. */
        MISSING_ROW,
        TOO_LONG,
        MISSING_VALUE,
        OUT_OF_RANGE
    }

    private final Rule rule;

    private RefusedByStoreException(SQLException cause, Rule rule) {
        super(cause);
        this.rule = rule;
    }

    public Rule rule() {
        return rule;
    }

    /** The exception for a failure that breaks one of these rules; empty for any other. */
    static Optional<StoreException> of(SQLException cause) {
        return switch (cause.getErrorCode()) {
            case ErrorCode.REFERENTIAL_INTEGRITY_VIOLATED_PARENT_MISSING_1 ->
                Optional.of(new RefusedByStoreException(cause, Rule.MISSING_ROW));
            case ErrorCode.VALUE_TOO_LONG_2 -> Optional.of(new RefusedByStoreException(cause, Rule.TOO_LONG));
            case ErrorCode.NULL_NOT_ALLOWED -> Optional.of(new RefusedByStoreException(cause, Rule.MISSING_VALUE));
            case ErrorCode.NUMERIC_VALUE_OUT_OF_RANGE_1, ErrorCode.NUMERIC_VALUE_OUT_OF_RANGE_2 ->
                Optional.of(new RefusedByStoreException(cause, Rule.OUT_OF_RANGE));
            default -> Optional.empty();
        };
    }
}
