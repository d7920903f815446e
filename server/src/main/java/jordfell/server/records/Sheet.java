package jordfell.server.records;

import java.util.List;
import java.util.Map;
import jordfell.core.intake.IntakeColumn;
import jordfell.core.intake.IntakeRow;

/**
 * What one person is feeding.
 *
 * @param defaults texts for cells that rows leave empty
 * @param source the name of the file that was fed, or empty text
 * @param mapping the field of each column of that file, empty text for one that is left out
 * @param encoding how a person said its letters are to be read; empty while nobody said
 * @param headings whether the file's first row is headings
 */
public record Sheet(
        long id,
        Map<IntakeColumn, String> defaults,
        String source,
        List<String> mapping,
        boolean headings,
        String encoding,
        long version,
        List<Row> rows) {

    /**
     * A row and where it came from.
     *
     * @param line the line of the file; 0 when it was scanned or typed
     */
    public record Row(long position, long line, IntakeRow cells) {}

    public List<IntakeRow> cells() {
        return rows.stream().map(Row::cells).toList();
    }
}
