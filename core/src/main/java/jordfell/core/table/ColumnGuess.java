package jordfell.core.table;

import java.text.Normalizer;
import java.util.ArrayList;
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

    /**
     * The field of each column, empty text for one that is none.
     *
     * @param hasHeadings whether the first record is the headings
     */
    public record Guessed(boolean hasHeadings, List<String> fields) {
        public Guessed {
            fields = List.copyOf(fields);
        }
    }

    /** Guesses all columns; no field is given to two of them. */
    public static Guessed of(List<TableReading.Line> records, List<ColumnGuess> fields) {
        int width = records.stream().mapToInt(r -> r.cells().size()).max().orElse(0);
        List<String> byHeading = new ArrayList<>();
        for (int i = 0; i < width; i++) {
            byHeading.add(byHeading(records.get(0).cell(i), fields, byHeading).orElse(""));
        }
        long named = byHeading.stream().filter(f -> !f.isEmpty()).count();
        if (named > 1 || named == 1 && width == 1) {
            return new Guessed(true, byHeading);
        }
        List<String> byContent = new ArrayList<>();
        for (int i = 0; i < width; i++) {
            byContent.add(byContent(i, records, fields, byContent).orElse(""));
        }
        return new Guessed(false, byContent);
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
