package jordfell.server.intake;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import jordfell.core.intake.BulkQuestion;
import jordfell.core.intake.IntakeColumn;
import jordfell.core.intake.IntakeVerdict;
import jordfell.core.intake.IntakeVerdict.Offer;
import jordfell.core.intake.IntakeVerdict.Problem;
import jordfell.core.intake.IntakeVerdict.State;
import jordfell.core.roster.NumberRuns;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.Sheet;
import org.jspecify.annotations.Nullable;

/** A sheet and its rows as the screen is told them. */
final class SheetViews {

    private static final int MOST_QUESTIONS = 12;

    private SheetViews() {}

    record OfferView(String value, String label) {}

    /** A question that several rows ask. */
    record QuestionView(
            String question, String column, String reason, String hint, long rows, String span, List<String> answers) {}

    /** A way to read the file's letters, with a piece of it read so. */
    record ReadingView(String encoding, String sample) {}

    record FileView(
            String name,
            String encoding,
            String delimiter,
            boolean headings,
            int above,
            List<String> fields,
            List<List<String>> sample,
            List<ReadingView> readings) {}

    record ColumnView(String field, String heading) {}

    /**
     * The sheet as a whole; its rows are asked for in pages.
     *
     * @param looked how many rows were looked at; fewer than the total while that goes on, and nothing else is told then
     */
    record SheetView(
            long version,
            long looked,
            Map<String, String> defaults,
            long total,
            long ready,
            long asked,
            long refused,
            long unchanged,
            List<QuestionView> questions,
            List<String> drawn,
            List<ColumnView> columns,
            List<String> used,
            @Nullable FileView file,
            boolean canBringBack) {}

    /** @param answeredIn the field into which an answer is written */
    record ProblemView(
            String column,
            String answeredIn,
            String reason,
            String hint,
            boolean answerable,
            long deviceId,
            List<OfferView> offers) {}

    /** A row; cells hold what was written, shown what it is read as. */
    record RowView(
            long position,
            long number,
            long line,
            Map<String, String> cells,
            Map<String, String> shown,
            State state,
            List<ProblemView> problems,
            List<String> notes) {}

    record RowsView(List<RowView> rows, long total) {}

    /**
     * The sheet as a whole.
     *
     * @param looked whether all of it is looked at; without, nothing is said of its rows yet
     * @param done how many rows are looked at
     * @param reading how its file was read, if it came from one
     */
    static SheetView of(
            Sheets.Checked checked,
            boolean looked,
            int done,
            Optional<SheetFiles.FileReading> reading,
            boolean canBringBack) {
        Sheet sheet = checked.sheet();
        return new SheetView(
                sheet.version(),
                looked ? sheet.rows().size() : done,
                fields(sheet.defaults()),
                sheet.rows().size(),
                checked.count(State.READY),
                checked.count(State.NEEDS_ANSWER),
                checked.count(State.REFUSED),
                checked.count(State.UNCHANGED),
                (looked ? checked.questions() : List.<BulkQuestion>of())
                        .stream()
                                .filter(q -> !q.answers().isEmpty())
                                .limit(MOST_QUESTIONS)
                                .map(q -> new QuestionView(
                                        q.question(),
                                        q.column().field(),
                                        q.reason(),
                                        q.hint(),
                                        q.rows(),
                                        q.span(),
                                        q.answers()))
                                .toList(),
                drawn(checked),
                Arrays.stream(IntakeColumn.values())
                        .map(c -> new ColumnView(c.field(), c.heading()))
                        .toList(),
                used(sheet),
                reading.map(r -> new FileView(
                                sheet.source(),
                                r.encoding(),
                                r.delimiter(),
                                sheet.headings(),
                                r.above(),
                                sheet.mapping(),
                                r.sample(),
                                r.readings().stream()
                                        .map(one -> new ReadingView(one.encoding(), one.sample()))
                                        .toList()))
                        .orElse(null),
                canBringBack);
    }

    static RowView of(int index, Sheet.Row row, IntakeVerdict verdict) {
        return new RowView(
                row.position(),
                index + 1L,
                row.line(),
                fields(row.cells().cells()),
                fields(verdict.shown()),
                verdict.state(),
                verdict.problems().stream().map(SheetViews::view).toList(),
                verdict.notes());
    }

    private static ProblemView view(Problem p) {
        return new ProblemView(
                p.column().field(),
                p.answeredIn().field(),
                p.reason(),
                p.hint(),
                p.answerable(),
                p.deviceId().orElse(0L),
                p.offers().stream().map(SheetViews::view).toList());
    }

    private static OfferView view(Offer offer) {
        return new OfferView(offer.value(), offer.label());
    }

    private static Map<String, String> fields(Map<IntakeColumn, String> cells) {
        return cells.entrySet().stream()
                .collect(Collectors.toMap(e -> e.getKey().field(), Map.Entry::getValue));
    }

    /** The fields in which some row has something written. */
    private static List<String> used(Sheet sheet) {
        Set<IntakeColumn> used = EnumSet.noneOf(IntakeColumn.class);
        sheet.rows().forEach(row -> used.addAll(row.cells().cells().keySet()));
        return used.stream().map(IntakeColumn::field).toList();
    }

    /** The numbers that would be drawn, as runs. */
    private static List<String> drawn(Sheets.Checked checked) {
        return NumberRuns.of(checked.verdicts().stream()
                .filter(v -> v.notes().stream().anyMatch(n -> n.startsWith("draws ")))
                .flatMap(v -> v.plan().stream())
                .flatMap(p -> p.lines().stream())
                .map(l -> Integer.parseInt(l.number()))
                .toList());
    }

    /** What is written into columns, which go by their fields. */
    static Map<IntakeColumn, String> columns(@Nullable Map<String, String> fields) {
        Map<IntakeColumn, String> cells = new EnumMap<>(IntakeColumn.class);
        Optional.ofNullable(fields)
                .orElse(Map.of())
                .forEach((field, text) -> IntakeColumn.named(field)
                        .ifPresentOrElse(column -> cells.put(column, text == null ? "" : text), () -> {
                            throw RefusedException.field(
                                    "/" + field, "There is no column “" + field + "”.", "Load again.");
                        }));
        return cells;
    }
}
