package jordfell.core.intake;

import static jordfell.core.intake.IntakeColumn.EXTENSION;
import static jordfell.core.intake.IntakeColumn.SECOND_LINE;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** Reads the cells that say which extension each line has: a number, a list, a range, or a wish. */
final class LineCells {

    /** What is written to have a number drawn. */
    static final String DRAW = "draw";

    /** What is written to leave the line without an extension. */
    static final String NONE = "none";

    /** What is written before a number that another device may have too. */
    static final String SHARED = "shared ";

    private static final int MOST = 64;
    private static final Pattern RANGE = Pattern.compile("([0-9]{2,7})-([0-9]{2,7})");

    /**
     * A line as it is asked for.
     *
     * @param text a number, {@link #DRAW}, or something that is neither
     */
    record Wish(int position, IntakeColumn column, String text, boolean shared) {
        boolean draws() {
            return text.equals(DRAW);
        }

        String written() {
            return shared ? SHARED + text : text;
        }
    }

    private LineCells() {}

    /** The lines in order; the second cell’s begin at line 2 where the first says none. None where nothing is written. */
    static List<Wish> read(IntakeRow row) {
        List<Wish> wishes = new ArrayList<>();
        add(row.cell(EXTENSION), EXTENSION, 1, wishes);
        add(row.cell(SECOND_LINE), SECOND_LINE, Math.max(2, wishes.size() + 1), wishes);
        return wishes;
    }

    /** The numbers written in these cells, as far as they are numbers. */
    static List<String> numbers(IntakeRow row) {
        return read(row).stream()
                .map(Wish::text)
                .filter(t -> t.matches("[0-9]+"))
                .toList();
    }

    /** The cell of a wish with something else in its place; what stands beside it stays. */
    static String instead(List<Wish> all, Wish wish, String text) {
        return all.stream()
                .filter(w -> w.column() == wish.column())
                .map(w -> w.position() == wish.position() ? text : w.written())
                .collect(Collectors.joining("+"));
    }

    private static void add(String cell, IntakeColumn column, int from, List<Wish> wishes) {
        int position = from;
        String text =
                cell.strip().toLowerCase(Locale.ROOT).replaceAll("\\s+", " ").replaceAll(" ?[-–] ?", "-");
        if (text.isEmpty() || text.equals(NONE)) {
            return;
        }
        for (String part : text.split("[+/,; ]*[+/,;][+/,; ]*|(?<!shared) ")) {
            boolean shared = part.startsWith(SHARED);
            String bare = shared ? part.substring(SHARED.length()).strip() : part;
            for (String number : range(bare)) {
                if (wishes.size() < MOST) {
                    wishes.add(new Wish(position++, column, number, shared));
                }
            }
        }
    }

    /** The numbers of a range, or what is written if it is none. */
    private static List<String> range(String bare) {
        Matcher range = RANGE.matcher(bare);
        if (!range.matches() || range.group(1).length() != range.group(2).length()) {
            return bare.isEmpty() ? List.of() : List.of(bare);
        }
        int first = Integer.parseInt(range.group(1));
        int last = Integer.parseInt(range.group(2));
        return last < first || last - first >= MOST
                ? List.of(bare)
                : IntStream.rangeClosed(first, last).mapToObj(Integer::toString).toList();
    }
}
