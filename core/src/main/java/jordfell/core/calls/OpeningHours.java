package jordfell.core.calls;

import java.time.DayOfWeek;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * When somebody is there, as people write it: {@code Mo-Fr 8:00-17:00; Sa 9:00-12:30}. Several spans of one day stand behind
 * each other; one that ends before it begins goes on into the next day.
 */
public final class OpeningHours {

    private static final int LONGEST = 200;
    private static final int MINUTES = 24 * 60;
    private static final List<String> DAYS = List.of("mo", "tu", "we", "th", "fr", "sa", "su");
    private static final Pattern PART = Pattern.compile(
            "(?i)([a-z]{2})(?:\\s*[-–]\\s*([a-z]{2}))?\\s+([0-9]{1,2}):([0-9]{2})\\s*[-–]\\s*([0-9]{1,2}):([0-9]{2})");
    private static final String SUCH_AS = "Write it as Mo-Fr 8:00-17:00; Sa 9:00-12:30.";

    /** @param from minute of the day; {@code until} is behind it, on the next day where it is more than a day has */
    private record Span(Set<DayOfWeek> days, int from, int until) {

        boolean holds(DayOfWeek day, int minute) {
            return days.contains(day) && minute >= from && minute < until
                    || days.contains(day.minus(1)) && minute + MINUTES < until;
        }
    }

    private final List<Span> spans;

    private OpeningHours(List<Span> spans) {
        this.spans = List.copyOf(spans);
    }

    /** Why this says no times: what is wrong and what would be right; empty when it does. */
    public static Optional<String> refuse(String text) {
        if (text.length() > LONGEST) {
            return Optional.of("It has " + text.length() + " characters; at most " + LONGEST + " are read.");
        }
        for (String part : text.split(";", -1)) {
            if (span(part.strip()).isEmpty()) {
                return Optional.of("“" + part.strip() + "” says no days and times. " + SUCH_AS);
            }
        }
        return Optional.empty();
    }

    /**
     * Reads what was not refused.
     *
     * @throws IllegalArgumentException if it says no times
     */
    public static OpeningHours of(String text) {
        List<Span> spans = new ArrayList<>();
        for (String part : text.split(";", -1)) {
            spans.add(span(part.strip()).orElseThrow(() -> new IllegalArgumentException(part + " says no times")));
        }
        return new OpeningHours(spans);
    }

    /** Whether somebody is there at this time of the place. */
    public boolean isOpen(LocalDateTime there) {
        int minute = there.getHour() * 60 + there.getMinute();
        return spans.stream().anyMatch(span -> span.holds(there.getDayOfWeek(), minute));
    }

    private static Optional<Span> span(String part) {
        Matcher matcher = PART.matcher(part);
        if (!matcher.matches()) {
            return Optional.empty();
        }
        Optional<Set<DayOfWeek>> days = days(matcher.group(1), Optional.ofNullable(matcher.group(2)));
        int from = minute(matcher.group(3), matcher.group(4));
        int until = minute(matcher.group(5), matcher.group(6));
        boolean isTime = from >= 0 && from < MINUTES && until >= 0 && until <= MINUTES && from != until;
        return isTime ? days.map(d -> new Span(d, from, until < from ? until + MINUTES : until)) : Optional.empty();
    }

    /** A week goes round: from Saturday to Monday is three days. */
    private static Optional<Set<DayOfWeek>> days(String first, Optional<String> last) {
        int from = DAYS.indexOf(first.toLowerCase(java.util.Locale.ROOT));
        int to = last.map(day -> DAYS.indexOf(day.toLowerCase(java.util.Locale.ROOT)))
                .orElse(from);
        if (from < 0 || to < 0) {
            return Optional.empty();
        }
        Set<DayOfWeek> days = EnumSet.noneOf(DayOfWeek.class);
        for (int day = from; ; day = (day + 1) % DAYS.size()) {
            days.add(DayOfWeek.of(day + 1));
            if (day == to) {
                return Optional.of(days);
            }
        }
    }

    /** -1 for what no clock shows. */
    private static int minute(String hour, String minute) {
        int m = Integer.parseInt(minute);
        return m > 59 ? -1 : Integer.parseInt(hour) * 60 + m;
    }
}
