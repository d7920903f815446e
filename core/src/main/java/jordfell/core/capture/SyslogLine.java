package jordfell.core.capture;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.Year;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeFormatterBuilder;
import java.time.format.DateTimeParseException;
import java.time.temporal.ChronoField;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jordfell.core.evidence.Observation.Logged;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;

/**
 * A line that a device wrote down and sent: as RFC 5424 has it, or in the older way of RFC 3164.
 *
 * @param says when it was, as the device says; empty where it does not
 * @param host who it says it is
 * @param mac of it, if it says so: in its structured data, or as its name
 */
public record SyslogLine(
        int severity, Optional<Instant> says, String host, String subject, Optional<MacAddress> mac, String text) {

    private static final Pattern NEW = Pattern.compile(
            "<([0-9]{1,3})>1 (\\S+) (\\S+) (\\S+) \\S+ (\\S+) (-|(?:\\[(?:[^\\]\\\\]|\\\\.)*\\])+) ?(.*)",
            Pattern.DOTALL);
    private static final Pattern OLD = Pattern.compile(
            "<([0-9]{1,3})>([A-Z][a-z]{2} [ 0-9][0-9] [0-9:]{8}) (\\S+) ([^\\s:\\[]{1,48})(?:\\[[0-9]+\\])?: ?(.*)",
            Pattern.DOTALL);
    private static final Pattern MAC = Pattern.compile("mac=\"([^\"]{12,24})\"");

    private static final int MOST_PRIORITY = 191;
    private static final int LONGEST = 2_048;

    /** Reads one; empty for a line that is none. */
    public static Optional<SyslogLine> read(String line, Instant now) {
        String bounded = line.substring(0, Math.min(line.length(), LONGEST));
        Matcher today = NEW.matcher(bounded);
        if (today.matches()) {
            Matcher named = MAC.matcher(today.group(6));
            Optional<MacAddress> mac = named.find() ? mac(named.group(1)) : Optional.empty();
            String id = today.group(5);
            return line(
                    today.group(1),
                    instant(today.group(2)),
                    today.group(3),
                    id.equals("-") ? today.group(4) : id,
                    mac,
                    today.group(7));
        }
        Matcher before = OLD.matcher(bounded);
        return before.matches()
                ? line(
                        before.group(1),
                        old(before.group(2), now),
                        before.group(3),
                        before.group(4),
                        Optional.empty(),
                        before.group(5))
                : Optional.empty();
    }

    /** The observation of it, as it came from an address. */
    public Logged logged(Instant at, String source) {
        return new Logged(at, severity, subject, text, source);
    }

    private static Optional<SyslogLine> line(
            String priority,
            Optional<Instant> says,
            String host,
            String subject,
            Optional<MacAddress> mac,
            String text) {
        int value = Integer.parseInt(priority);
        return value > MOST_PRIORITY
                ? Optional.empty()
                : Optional.of(new SyslogLine(
                        value % 8,
                        says,
                        host,
                        subject,
                        mac.or(() -> mac(host)),
                        text.startsWith("\ufeff") ? text.substring(1) : text));
    }

    private static Optional<MacAddress> mac(String text) {
        return MacReader.read(text) instanceof MacReading.Valid valid ? Optional.of(valid.mac()) : Optional.empty();
    }

    private static Optional<Instant> instant(String text) {
        try {
            return Optional.of(DateTimeFormatter.ISO_OFFSET_DATE_TIME.parse(text, Instant::from));
        } catch (DateTimeParseException e) {
            return Optional.empty();
        }
    }

    /** It has no year and no zone: the newest such moment that is not to come (RFC 3164 §4.1.2), taken for UTC. */
    private static Optional<Instant> old(String text, Instant now) {
        int year = Year.from(now.atZone(ZoneOffset.UTC)).getValue();
        try {
            for (int back = 0; back < 2; back++) {
                DateTimeFormatter form = new DateTimeFormatterBuilder()
                        .appendPattern("MMM ppd HH:mm:ss")
                        .parseDefaulting(ChronoField.YEAR, (long) year - back)
                        .toFormatter(Locale.ENGLISH);
                Instant at = LocalDateTime.parse(text, form).toInstant(ZoneOffset.UTC);
                if (!at.isAfter(now.plusSeconds(24 * 3600))) {
                    return Optional.of(at);
                }
            }
        } catch (DateTimeParseException e) {
            return Optional.empty();
        }
        return Optional.empty();
    }
}
