package jordfell.core.media;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** Who sends, as the one who writes it sees it (RFC 3264 §5.1). */
public enum Direction {
    SENDRECV,
    SENDONLY,
    RECVONLY,
    INACTIVE;

    String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    static Optional<Direction> of(String word) {
        return Arrays.stream(values()).filter(d -> d.word().equals(word)).findFirst();
    }

    /** What an answer says to it (§6.1). */
    Direction answered() {
        return switch (this) {
            case SENDONLY -> RECVONLY;
            case RECVONLY -> SENDONLY;
            case SENDRECV, INACTIVE -> this;
        };
    }
}
