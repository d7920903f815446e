package jordfell.server.exchange;

import java.util.List;

/**
 * What would become of a table's rows.
 *
 * @param shown those that change something or can't, at most 500
 */
public record Looked(long fresh, long changed, long unchanged, long refused, List<Step.Judged> shown) {

    private static final int SHOWN = 500;

    /** Of all rows, in their order. */
    public static Looked of(List<Step.Judged> all) {
        return new Looked(
                count(all, Step.Fate.NEW),
                count(all, Step.Fate.CHANGED),
                count(all, Step.Fate.UNCHANGED),
                count(all, Step.Fate.REFUSED),
                all.stream()
                        .filter(j -> j.fate() != Step.Fate.UNCHANGED)
                        .limit(SHOWN)
                        .toList());
    }

    private static long count(List<Step.Judged> all, Step.Fate fate) {
        return all.stream().filter(j -> j.fate() == fate).count();
    }
}
