package jordfell.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** What was measured, each figure beside its baseline and what is promised. */
final class Report {

    private final List<String> lines = new ArrayList<>();
    private boolean isKept = true;

    List<String> lines() {
        return List.copyOf(lines);
    }

    /** Whether all that was promised is kept. */
    boolean isKept() {
        return isKept;
    }

    /** What promises nothing. */
    void add(String line) {
        lines.add(line);
    }

    /** @param promised how many times the baseline it may be */
    void say(String what, double measured, double baseline, double promised, String unit) {
        double ratio = measured / baseline;
        boolean good = ratio <= promised;
        isKept &= good;
        lines.add(String.format(
                Locale.ROOT,
                "%s  %-62s %6.2f ×  (at most %4.1f ×; %.2f %s against %.2f %s)",
                good ? "kept  " : "BROKEN",
                what,
                ratio,
                promised,
                measured,
                unit,
                baseline,
                unit));
    }
}
