package jordfell.core.catalogue;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Locale;
import java.util.Optional;

/** When a device is given the firmware that its settings name. */
public enum FirmwareTime {
    AT_ONCE,
    NIGHT,
    BY_HAND;

    /** Nobody telephones then, and a day is left to mend what went wrong. */
    private static final LocalTime NIGHT_BEGINS = LocalTime.of(1, 0);

    private static final LocalTime NIGHT_ENDS = LocalTime.of(5, 0);

    /** As a setting has it, such as {@code by-hand}; anything else is at once. */
    public static FirmwareTime of(String setting) {
        for (FirmwareTime time : values()) {
            if (time.name().toLowerCase(Locale.ROOT).replace('_', '-').equals(setting)) {
                return time;
            }
        }
        return AT_ONCE;
    }

    /**
     * Why it is given none now; empty if it may have it.
     *
     * @param zone the device's time zone; one that nobody knows counts as UTC
     */
    public Optional<String> refuse(String zone, Instant now) {
        return switch (this) {
            case AT_ONCE -> Optional.empty();
            case BY_HAND ->
                Optional.of(
                        "It takes firmware by hand: let it take it at once, when it may restart, and release that.");
            case NIGHT -> {
                LocalTime local = now.atZone(known(zone)).toLocalTime();
                yield !local.isBefore(NIGHT_BEGINS) && local.isBefore(NIGHT_ENDS)
                        ? Optional.empty()
                        : Optional.of("It takes firmware at night, from " + NIGHT_BEGINS + " to " + NIGHT_ENDS
                                + " of its time.");
            }
        };
    }

    /** Whether that is why, and the time for it comes or is somebody’s choice. */
    public static boolean isOfTheHour(String why) {
        return why.startsWith("It takes firmware ");
    }

    private static ZoneId known(String zone) {
        try {
            return zone.isEmpty() ? ZoneOffset.UTC : ZoneId.of(zone);
        } catch (DateTimeException e) {
            return ZoneOffset.UTC;
        }
    }
}
