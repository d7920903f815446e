package jordfell.core.dialing;

import java.util.ArrayList;
import java.util.List;
import jordfell.core.roster.Block;

/** Writes a block of numbers as digit patterns: the fewest that match its numbers and no other. */
public final class BlockPatterns {

    private BlockPatterns() {}

    /** The patterns, the lowest numbers first. */
    public static List<DigitPattern> of(Block block) {
        List<String> patterns = new ArrayList<>();
        collect("", Integer.toString(block.first()), Integer.toString(block.last()), patterns);
        return patterns.stream().map(DigitPattern::of).toList();
    }

    /** Numbers from {@code first} to {@code last} of as many digits, after these digits. */
    private static void collect(String before, String first, String last, List<String> patterns) {
        if (first.isEmpty()) {
            patterns.add(before);
            return;
        }
        int from = first.charAt(0) - '0';
        int to = last.charAt(0) - '0';
        String rest = first.substring(1);
        int digits = rest.length();
        if (from == to) {
            collect(before + from, rest, last.substring(1), patterns);
            return;
        }
        if (!rest.equals("0".repeat(digits))) {
            collect(before + from, rest, "9".repeat(digits), patterns);
            from++;
        }
        boolean lastIsWhole = last.substring(1).equals("9".repeat(digits));
        int whole = lastIsWhole ? to : to - 1;
        if (from <= whole) {
            patterns.add(before + span(from, whole) + "x".repeat(digits));
        }
        if (!lastIsWhole) {
            collect(before + to, "0".repeat(digits), last.substring(1), patterns);
        }
    }

    private static String span(int from, int to) {
        return from == to ? Integer.toString(from) : from == 0 && to == 9 ? "x" : "[" + from + "-" + to + "]";
    }
}
