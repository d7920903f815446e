package jordfell.core.milestone;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * How far a device’s clock is from the time at which its message was seen. Its own evidence is ordered by when it was seen,
 * so that a wrong clock spoils nothing of it; what it shows, and certificates that it checks, go by that clock.
 *
 * @param off by how much it is ahead; negative if it is behind
 * @param at when that was seen
 */
public record ClockSkew(Duration off, Instant at) {

    /** Less than this may be the way, a message that was sent once more, and the seconds that the header leaves out. */
    public static final Duration TOLD_FROM = Duration.ofSeconds(30);

    /** What the Date header (RFC 3261 §20.17) of a REGISTER says; empty if it has none that can be read. */
    static Optional<ClockSkew> of(Heard register) {
        return register.clock().map(clock -> between(clock, register.at()));
    }

    /** What a clock says, beside when that was seen. */
    public static ClockSkew between(Instant says, Instant seen) {
        return new ClockSkew(Duration.between(seen, says), seen);
    }

    public boolean isTelling() {
        return off.abs().compareTo(TOLD_FROM) >= 0;
    }

    /** In its two largest units: {@code 2 h 3 min behind}. */
    public String words() {
        Duration by = off.abs();
        String amount = by.toDays() > 0
                ? by.toDays() + (by.toDays() == 1 ? " day" : " days") + with(by.toHoursPart(), "h")
                : by.toHours() > 0
                        ? by.toHours() + " h" + with(by.toMinutesPart(), "min")
                        : by.toMinutes() > 0
                                ? by.toMinutes() + " min" + with(by.toSecondsPart(), "s")
                                : by.toSeconds() + " s";
        return amount + (off.isNegative() ? " behind" : " ahead");
    }

    private static String with(int more, String unit) {
        return more == 0 ? "" : " " + more + " " + unit;
    }
}
