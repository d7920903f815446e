package jordfell.server.intake;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import jordfell.core.intake.IntakeColumn;
import jordfell.core.table.ColumnGuess;
import jordfell.core.table.TableReader;
import jordfell.core.table.TableReading;
import jordfell.core.table.TableReading.Table;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.Sheet;
import jordfell.server.records.SheetStore;
import org.springframework.stereotype.Component;

/** The file of a sheet: taken, read again with other columns or letters, and shown as it was read. */
@Component
class SheetFiles {

    /**
     * How the file was read.
     *
     * @param above how many rows stand above the headings and are left out
     * @param readings how its letters may be read, while nobody said which way is right
     */
    record FileReading(
            String encoding,
            String delimiter,
            int above,
            List<List<String>> sample,
            List<TableReading.Reading> readings) {}

    private static final int SAMPLE = 6;

    private final SheetStore store;
    private final Jdbc jdbc;

    SheetFiles(SheetStore store, Jdbc jdbc) {
        this.store = store;
        this.jdbc = jdbc;
    }

    /**
     * Takes a file. Where rows of an earlier one are left, it asks: they are not taken away unless that is said, and can be
     * brought back even then. Rows that were scanned or typed stay.
     *
     * @param instead whether the file may take the place of the earlier one
     */
    void file(String owner, String name, byte[] bytes, boolean instead) {
        Table table = table(bytes, "");
        ColumnGuess.Guessed guessed = FeedReader.guess(table);
        long before = store.current(owner);
        Sheet sheet = store.read(before);
        long left = sheet.rows().stream().filter(row -> row.line() > 0).count();
        if (left > 0 && !instead) {
            throw RefusedException.field(
                    "/instead",
                    left + (left == 1 ? " row of " : " rows of ") + sheet.source() + (left == 1 ? " is" : " are")
                            + " still in the grid.",
                    "Enrol them first, or let " + name + " take their place; they can be brought back.");
        }
        jdbc.inTransaction(() -> {
            long id = left > 0 ? anew(owner, sheet) : before;
            store.setSource(id, name, bytes);
            take(id, table, guessed.fields(), guessed.hasHeadings());
        });
    }

    /** Sets the sheet aside and begins another one with what was scanned or typed. */
    private long anew(String owner, Sheet sheet) {
        store.setAside(sheet.id(), true);
        long id = store.current(owner);
        store.setDefaults(id, sheet.defaults());
        store.add(
                id,
                sheet.rows().stream()
                        .filter(row -> row.line() == 0)
                        .map(row -> new SheetStore.NewRow(0, row.cells()))
                        .toList());
        return id;
    }

    /** Reads the file again with other columns. */
    void map(String owner, List<String> fields, boolean headings) {
        long id = store.current(owner);
        byte[] bytes = store.file(id).orElseThrow(() -> RefusedException.notFound("file"));
        Set<String> seen = new java.util.HashSet<>();
        for (int i = 0; i < fields.size(); i++) {
            if (!fields.get(i).isEmpty() && !seen.add(fields.get(i))) {
                String heading = IntakeColumn.named(fields.get(i))
                        .map(IntakeColumn::heading)
                        .orElse(fields.get(i));
                throw RefusedException.field(
                        "/fields/" + i, "Two columns are “" + heading + "”.", "Leave one of them out.");
            }
        }
        jdbc.inTransaction(() -> take(id, table(bytes, store.read(id).encoding()), fields, headings));
    }

    /** Reads the file again with its letters taken so. */
    void readAs(String owner, String encoding) {
        long id = store.current(owner);
        byte[] bytes = store.file(id).orElseThrow(() -> RefusedException.notFound("file"));
        List<TableReading.Reading> readings = TableReader.readings(bytes);
        if (readings.stream().noneMatch(r -> r.encoding().equals(encoding))) {
            throw RefusedException.field(
                    "/encoding",
                    "The file can’t be read as “" + encoding + "”.",
                    "It can as "
                            + readings.stream()
                                    .map(TableReading.Reading::encoding)
                                    .collect(Collectors.joining(", "))
                            + ".");
        }
        Sheet sheet = store.read(id);
        jdbc.inTransaction(() -> {
            store.setEncoding(id, encoding);
            take(id, table(bytes, encoding), sheet.mapping(), sheet.headings());
        });
    }

    Optional<FileReading> reading(String owner) {
        Sheet sheet = store.read(store.current(owner));
        return store.file(sheet.id()).map(bytes -> {
            Table table = table(bytes, sheet.encoding());
            return new FileReading(
                    table.encoding(),
                    table.delimiterName(),
                    FeedReader.headingRow(table),
                    table.records().stream()
                            .skip(FeedReader.headingRow(table))
                            .limit(SAMPLE)
                            .map(TableReading.Line::cells)
                            .toList(),
                    sheet.encoding().isEmpty() ? TableReader.readings(bytes) : List.of());
        });
    }

    private void take(long id, Table table, List<String> fields, boolean headings) {
        store.removeRead(id);
        store.setMapping(id, fields, headings);
        store.add(id, FeedReader.rows(table, fields, headings));
    }

    private static Table table(byte[] bytes, String encoding) {
        TableReading reading = TableReader.read(bytes, encoding);
        if (reading instanceof TableReading.Refused refused) {
            throw RefusedException.field("/file", refused.reason(), refused.hint());
        }
        return (Table) reading;
    }
}
