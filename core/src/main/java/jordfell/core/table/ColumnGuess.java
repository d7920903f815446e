package jordfell.core.table;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * Guesses what the columns of a table are, from their headings or, without headings, from what stands in them.
 *
 * @param field the field's name
 * @param headings how people head it, in lower case without separators
 * @param looksLike whether this cell could be one, for tables without headings; never true for an empty cell
 */
public record ColumnGuess(String field, List<String> headings, java.util.function.Predicate<String> looksLike) {

    private static final int SAMPLE = 50;
    private static final double MOSTLY = 0.6;

    public ColumnGuess {
        headings = List.copyOf(headings);
    }

    /** A heading stands in one of the first rows; above it are a title, a date, who made the list. */
    private static final int MOST_ABOVE = 20;

    /**
     * The field of each column, empty text for one that is none.
     *
     * @param hasHeadings whether one of the first records is the headings; those above it are none of the table's
     */
    public record Guessed(boolean hasHeadings, List<String> fields) {
        public Guessed {
            fields = List.copyOf(fields);
        }
    }

    /** Guesses all columns; no field is given to two of them. A column whose heading says nothing is told by its content. */
    public static Guessed of(List<TableReading.Line> records, List<ColumnGuess> fields) {
        int width = records.stream().mapToInt(r -> r.cells().size()).max().orElse(0);
        int headings = headingRow(records, fields);
        List<String> guessed = new ArrayList<>(
                headings < 0 ? Collections.nCopies(width, "") : named(records.get(headings), width, fields));
        List<TableReading.Line> content = records.subList(headings + 1, records.size());
        for (int i = 0; i < width; i++) {
            if (guessed.get(i).isEmpty()) {
                int column = i;
                // Under a heading that says something else, prices look like extensions: only what fits one field alone
                // is told.
                boolean doubtful = headings >= 0
                        && fields.stream()
                                        .filter(f -> byContent(column, content, List.of(f), List.of())
                                                .isPresent())
                                        .count()
                                > 1;
                guessed.set(
                        i,
                        doubtful ? "" : byContent(i, content, fields, guessed).orElse(""));
            }
        }
        return new Guessed(headings >= 0, guessed);
    }

    /** Which of the first records is the headings: the one with most that are known, two at least; −1 for none. */
    public static int headingRow(List<TableReading.Line> records, List<ColumnGuess> fields) {
        int best = -1;
        long most = 1;
        for (int i = 0; i < Math.min(MOST_ABOVE, records.size()); i++) {
            int width = records.get(i).cells().size();
            long known = named(records.get(i), width, fields).stream()
                    .filter(f -> !f.isEmpty())
                    .count();
            // A list of one column has one heading, in its first row.
            if (known > most || i == 0 && known == 1 && width == 1) {
                best = i;
                most = known;
            }
        }
        return best;
    }

    private static List<String> named(TableReading.Line line, int width, List<ColumnGuess> fields) {
        List<String> named = new ArrayList<>();
        for (int i = 0; i < width; i++) {
            named.add(byHeading(line.cell(i), fields, named).orElse(""));
        }
        return named;
    }

    private static Optional<String> byHeading(String heading, List<ColumnGuess> fields, List<String> taken) {
        String plain = plain(heading);
        return fields.stream()
                .filter(f -> !taken.contains(f.field()))
                .filter(f -> f.headings().stream().anyMatch(h -> plain(h).equals(plain)))
                .map(ColumnGuess::field)
                .findFirst();
    }

    private static Optional<String> byContent(
            int column, List<TableReading.Line> records, List<ColumnGuess> fields, List<String> taken) {
        List<String> sample = records.stream()
                .limit(SAMPLE)
                .map(r -> r.cell(column))
                .filter(c -> !c.isBlank())
                .toList();
        return fields.stream()
                .filter(f -> !taken.contains(f.field()) && !sample.isEmpty())
                .filter(f -> sample.stream().filter(f.looksLike()).count() >= sample.size() * MOSTLY)
                .map(ColumnGuess::field)
                .findFirst();
    }

    private static String plain(String text) {
        return Normalizer.normalize(text, Normalizer.Form.NFD)
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]", "");
    }
}
