package jordfell.server.jdbc;

import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicLong;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Counts for each table how often something was written to it: what was read before the last time may be old. */
final class TableVersions {

    /** What a statement writes to, if it is one of those that name it there. */
    private static final Pattern WRITTEN = Pattern.compile(
            "\\s*(?:insert\\s+into|update|merge\\s+into|delete\\s+from)\\s+(\\w+)\\b.*",
            Pattern.CASE_INSENSITIVE | Pattern.DOTALL);

    /** Stands for every table: a statement that does not say to which it writes. */
    private static final String ANY = "";

    private final Map<String, AtomicLong> counts = new ConcurrentHashMap<>();

    /** The table that a statement writes to. */
    static String tableOf(String sql) {
        Matcher written = WRITTEN.matcher(sql);
        return written.matches() ? written.group(1).toLowerCase(Locale.ROOT) : ANY;
    }

    void wrote(String table) {
        counts.computeIfAbsent(table, t -> new AtomicLong()).incrementAndGet();
    }

    /**
     * The version of these tables together. Each count only grows, so that an equal sum later says that none of them was
     * written to in between.
     */
    long of(Set<String> tables) {
        long sum = count(ANY);
        for (String table : tables) {
            sum += count(table);
        }
        return sum;
    }

    private long count(String table) {
        AtomicLong count = counts.get(table);
        return count == null ? 0 : count.get();
    }
}
