package jordfell.server.intake;

import static jordfell.core.intake.IntakeColumn.DEVICE;
import static jordfell.core.intake.IntakeColumn.EXTENSION;
import static jordfell.core.intake.IntakeColumn.LABEL;
import static jordfell.core.intake.IntakeColumn.PERSON;
import static jordfell.core.intake.IntakeColumn.SECOND_LINE;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import jordfell.core.intake.IntakeColumn;
import jordfell.core.intake.IntakeRow;
import jordfell.core.table.ColumnGuess;
import jordfell.core.table.TableReading.Line;
import jordfell.core.table.TableReading.Table;
import jordfell.server.records.SheetStore;

/** Turns the rows of a table into rows of a sheet. */
final class FeedReader {

    /** The order in which people type cells without headings. */
    private static final List<IntakeColumn> USUAL = List.of(DEVICE, LABEL, PERSON, EXTENSION, SECOND_LINE);

    private FeedReader() {}

    static ColumnGuess.Guessed guess(Table table) {
        ColumnGuess.Guessed guessed = ColumnGuess.of(table.records(), IntakeColumn.guesses());
        boolean usual = !guessed.hasHeadings()
                && guessed.fields().size() <= USUAL.size()
                && (guessed.fields().indexOf(DEVICE.field()) <= 0);
        return usual
                ? new ColumnGuess.Guessed(
                        false,
                        USUAL.stream()
                                .limit(guessed.fields().size())
                                .map(IntakeColumn::field)
                                .toList())
                : guessed;
    }

    /** The row of headings; the first one where somebody says that there are headings and none is known. */
    static int headingRow(Table table) {
        return Math.max(0, ColumnGuess.headingRow(table.records(), IntakeColumn.guesses()));
    }

    static List<SheetStore.NewRow> rows(Table table, List<String> fields, boolean headings) {
        List<SheetStore.NewRow> rows = new ArrayList<>();
        int first = headings ? headingRow(table) + 1 : 0;
        for (Line line : table.records().subList(first, table.records().size())) {
            Map<IntakeColumn, String> cells = new EnumMap<>(IntakeColumn.class);
            for (int i = 0; i < fields.size(); i++) {
                String text = line.cell(i);
                IntakeColumn.named(fields.get(i)).ifPresent(column -> cells.put(column, text));
            }
            IntakeRow row = new IntakeRow(cells);
            if (!row.cells().isEmpty()) {
                rows.add(new SheetStore.NewRow(line.number(), row));
            }
        }
        return rows;
    }
}
