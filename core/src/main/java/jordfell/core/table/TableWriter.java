package jordfell.core.table;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;

/** Writes a table as CSV (RFC 4180) that {@link TableReader} reads back unchanged and no spreadsheet program runs. */
public final class TableWriter {

    private TableWriter() {}

    /** The whole table with its headings; begins with a byte order mark, so that every program reads it as UTF-8. */
    public static String write(List<String> headings, Iterable<? extends List<String>> rows) {
        StringBuilder out = new StringBuilder("\uFEFF");
        try (CSVPrinter printer = new CSVPrinter(out, CSVFormat.RFC4180)) {
            printer.printRecord(headings);
            for (List<String> row : rows) {
                printer.printRecord(row.stream().map(SafeCell::write).toList());
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toString();
    }
}
