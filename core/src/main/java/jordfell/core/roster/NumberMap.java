package jordfell.core.roster;

import java.util.List;
import java.util.Set;

/** Draws a block as cells, one for each number, so that a hole or a clash is seen. */
public final class NumberMap {

    /** Larger blocks are drawn in parts of this many numbers. */
    public static final int MOST_CELLS = 2_000;

    private NumberMap() {}

    /**
     * Part of a block.
     *
     * @param first the number of the first cell
     * @param cells a letter for each number: t taken, u taken and unused for long, f free, r reserved or kept back, c
     *     taken and clashing with another by beginning alike, x free and never to be given because of such a clash
     */
    public record Strip(int first, String cells) {
        public long count(char kind) {
            return cells.chars().filter(c -> c == kind).count();
        }
    }

    /**
     * Draws the block from a number on.
     *
     * @param unused taken numbers that nothing has carried for long
     */
    public static Strip draw(Block block, int from, NumberPlan plan, NumbersInUse taken, Set<String> unused) {
        int first = Math.max(block.first(), from);
        int last = Math.min(block.last(), first + MOST_CELLS - 1);
        StringBuilder cells = new StringBuilder();
        for (int n = first; n <= last; n++) {
            cells.append(cell(Integer.toString(n), plan, taken, unused));
        }
        return new Strip(first, cells.toString());
    }

    /** The extensions of a domain that lie outside all of its blocks. */
    public static List<String> outside(List<String> numbers, List<Block> blocks) {
        return numbers.stream()
                .filter(n -> blocks.stream().noneMatch(b -> b.contains(n)))
                .toList();
    }

    private static char cell(String number, NumberPlan plan, NumbersInUse taken, Set<String> unused) {
        boolean clash = ExtensionRules.prefixClash(number, taken).isPresent();
        if (taken.contains(number)) {
            return clash ? 'c' : unused.contains(number) ? 'u' : 't';
        }
        if (plan.keepsBack(number)) {
            return 'r';
        }
        return clash ? 'x' : 'f';
    }
}
