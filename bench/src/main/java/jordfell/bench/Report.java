package jordfell.bench;

import java.util.Locale;
import java.util.function.Consumer;

/** What was measured, each figure beside its baseline and what is promised; said as soon as it is known. */
final class Report {

    private final Consumer<String> reader;
    private boolean isKept = true;

    Report(Consumer<String> reader) {
        this.reader = reader;
    }

    /** Whether all that was promised is kept. */
    boolean isKept() {
        return isKept;
    }

    /** What promises nothing. */
    void add(String line) {
        reader.accept(line);
    }

    /** @param promised how many times the baseline it may be */
    void say(String what, double measured, double baseline, double promised, String unit) {
        double ratio = measured / baseline;
        boolean good = ratio <= promised;
        isKept &= good;
        reader.accept(String.format(
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
