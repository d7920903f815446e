package jordfell.server.intake;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import jordfell.core.intake.IntakeColumn;
import jordfell.core.table.TableWriter;
import jordfell.server.records.Sheet;

/** A sheet as text: every cell as it was written, with nothing read into it. */
final class SheetText {

    private SheetText() {}

    static String of(Sheet sheet) {
        Set<IntakeColumn> used = EnumSet.of(IntakeColumn.DEVICE);
        sheet.cells().forEach(row -> used.addAll(row.cells().keySet()));
        used.remove(IntakeColumn.DECISION);
        List<String> headings = new ArrayList<>();
        headings.add("Line");
        used.forEach(column -> headings.add(column.heading()));
        return TableWriter.write(
                headings,
                sheet.rows().stream()
                        .map(row -> {
                            List<String> cells = new ArrayList<>();
                            cells.add(row.line() == 0 ? "" : Long.toString(row.line()));
                            used.forEach(column -> cells.add(row.cells().cell(column)));
                            return cells;
                        })
                        .toList());
    }
}
