package jordfell.server.intake;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;
import jordfell.core.intake.BulkQuestion;
import jordfell.core.intake.EnrolPlan;
import jordfell.core.intake.IntakeCheck;
import jordfell.core.intake.IntakeColumn;
import jordfell.core.intake.IntakeRow;
import jordfell.core.intake.IntakeVerdict;
import jordfell.core.intake.IntakeVerdict.State;
import jordfell.core.table.ColumnGuess;
import jordfell.core.table.TableReader;
import jordfell.core.table.TableReading;
import jordfell.core.table.TableReading.Table;
import jordfell.core.wish.FieldProblem;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.Sheet;
import jordfell.server.records.SheetStore;
import org.springframework.stereotype.Component;

/** What people feed: read, checked, answered and corrected, until it is enrolled. */
@Component
public class Sheets {

    /** A sheet with a verdict for each of its rows. */
    record Checked(Sheet sheet, List<IntakeVerdict> verdicts) {

        List<BulkQuestion> questions() {
            return BulkQuestion.of(sheet.cells(), verdicts);
        }

        long count(State state) {
            return verdicts.stream().filter(v -> v.state() == state).count();
        }
    }

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

    static final Sheet NOTHING = new Sheet(0, Map.of(), "", List.of(), false, "", 0, List.of());

    private static final int SAMPLE = 6;

    /** How long somebody who looks waits for verdicts before being told how far they are. */
    private static final Duration LOOK = Duration.ofMillis(1_500);

    /** How long somebody who answers or enrols waits. */
    private static final Duration ACT = Duration.ofSeconds(30);

    private final SheetStore store;
    private final IntakeStores stores;
    private final SheetChecks checks;
    private final Batches batches;
    private final Jdbc jdbc;

    Sheets(SheetStore store, IntakeStores stores, SheetChecks checks, Batches batches, Jdbc jdbc) {
        this.store = store;
        this.stores = stores;
        this.checks = checks;
        this.batches = batches;
        this.jdbc = jdbc;
    }

    /** What this person is feeding with its verdicts; empty while they are being worked out. */
    Optional<Checked> look(String owner) {
        return checks.within(LOOK, store.current(owner));
    }

    SheetChecks.Progress progress(String owner) {
        return checks.progress(store.current(owner));
    }

    /** What this person is feeding as it was written, whatever is to be said of it. */
    Sheet written(String owner) {
        return store.read(store.current(owner));
    }

    private Checked open(String owner) {
        long id = store.current(owner);
        return checks.within(ACT, id).orElseThrow(() -> {
            SheetChecks.Progress progress = checks.progress(id);
            return RefusedException.field(
                    "/",
                    "The sheet is still being looked at: " + progress.done() + " of " + progress.of() + " rows.",
                    "Wait until it is done, or clear it.");
        });
    }

    /** Takes what was scanned, typed or pasted. */
    void feed(String owner, String text, Map<IntakeColumn, String> besides) {
        TableReading reading = TableReader.read(text);
        if (reading instanceof TableReading.Refused refused) {
            throw RefusedException.field("/text", refused.reason(), refused.hint());
        }
        Table table = (Table) reading;
        ColumnGuess.Guessed guessed = FeedReader.guess(table);
        List<SheetStore.NewRow> rows = FeedReader.rows(table, guessed.fields(), guessed.hasHeadings()).stream()
                .map(r -> new SheetStore.NewRow(0, r.cells().withDefaults(besides)))
                .toList();
        store.add(store.current(owner), rows);
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

    /** Nobody said yet how the file’s letters are to be read: rows that hold such letters are not enrolled before. */
    private void refuseDoubtfulLetters(Checked now) {
        boolean doubtful = now.sheet().encoding().isEmpty()
                && store.file(now.sheet().id())
                        .filter(bytes -> !TableReader.readings(bytes).isEmpty())
                        .isPresent();
        if (!doubtful) {
            return;
        }
        for (int i = 0; i < now.verdicts().size(); i++) {
            Sheet.Row row = now.sheet().rows().get(i);
            boolean odd = row.line() > 0
                    && row.cells().cells().values().stream()
                            .anyMatch(cell -> cell.chars().anyMatch(c -> c >= 0x80));
            if (odd && now.verdicts().get(i).plan().isPresent()) {
                throw RefusedException.field(
                        "/encoding",
                        "It is not said yet how the letters of " + now.sheet().source() + " are to be read.",
                        "Choose the reading that is right, above the grid.");
            }
        }
    }

    Optional<FileReading> reading(String owner) {
        Sheet sheet = written(owner);
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

    void setDefaults(String owner, Map<IntakeColumn, String> defaults) {
        store.setDefaults(store.current(owner), defaults);
    }

    void setCells(String owner, Collection<Long> positions, Map<IntakeColumn, String> cells) {
        Sheet sheet = written(owner);
        Set<Long> chosen = Set.copyOf(positions);
        change(sheet, row -> chosen.contains(row.position()), cells);
    }

    /** Gives one answer to a question wherever it is asked, each row its own by that name. Gives how many rows it settled. */
    int answer(String owner, String question, String answer) {
        Checked now = open(owner);
        IntakeColumn column = now.questions().stream()
                .filter(q -> q.question().equals(question) && q.answers().contains(answer))
                .map(BulkQuestion::answeredIn)
                .findFirst()
                .orElseThrow(() -> RefusedException.field(
                        "/answer", "No row asks that any more, or not with this answer.", "Look again what is asked."));
        List<Sheet.Row> changed = new ArrayList<>();
        for (int i = 0; i < now.verdicts().size(); i++) {
            Sheet.Row row = now.sheet().rows().get(i);
            BulkQuestion.value(now.verdicts().get(i), question, answer)
                    .ifPresent(value -> changed.add(new Sheet.Row(
                            row.position(), row.line(), row.cells().with(column, value))));
        }
        store.change(now.sheet().id(), changed);
        return changed.size();
    }

    void remove(String owner, Collection<Long> positions) {
        store.remove(store.current(owner), positions);
    }

    /** Takes rows in this state off the sheet. */
    void removeAll(String owner, State state) {
        Checked now = open(owner);
        store.remove(now.sheet().id(), positions(now, v -> v.state() == state));
    }

    void clear(String owner) {
        store.setAside(store.current(owner), true);
    }

    boolean canBringBack(String owner) {
        return store.putAside(owner).isPresent();
    }

    /** Brings back the sheet that was cleared last. */
    void bringBack(String owner) {
        long back = store.putAside(owner).orElseThrow(() -> RefusedException.notFound("cleared sheet"));
        jdbc.inTransaction(() -> {
            store.setAside(store.current(owner), true);
            store.setAside(back, false);
        });
    }

    /** Enrols all rows that are ready, in one transaction, and takes them off the sheet. */
    Batches.Enrolled enrol(String owner, String name) {
        return jdbc.inTransaction(() -> {
            Checked now = checks.now(store.read(store.current(owner)));
            refuseDoubtfulLetters(now);
            List<EnrolPlan> plans =
                    now.verdicts().stream().flatMap(v -> v.plan().stream()).toList();
            if (plans.isEmpty()) {
                throw RefusedException.field("/", "No row is ready.", "Answer or correct the rows first.");
            }
            Batches.Enrolled done = batches.enrol(plans, name, now.sheet().source());
            markTwice(now, plans);
            store.remove(now.sheet().id(), positions(now, v -> v.plan().isPresent()));
            return done;
        });
    }

    /** A row that was refused because another has its MAC is not the record’s to change once that one is enrolled. */
    private void markTwice(Checked now, List<EnrolPlan> plans) {
        Set<MacAddress> enrolled = plans.stream().flatMap(p -> p.mac().stream()).collect(Collectors.toSet());
        List<Sheet.Row> twice = new ArrayList<>();
        for (int i = 0; i < now.verdicts().size(); i++) {
            Sheet.Row row = now.sheet().rows().get(i);
            if (now.verdicts().get(i).state() == State.REFUSED
                    && MacReader.read(row.cells().cell(IntakeColumn.DEVICE)) instanceof MacReading.Valid valid
                    && enrolled.contains(valid.mac())) {
                twice.add(new Sheet.Row(
                        row.position(), row.line(), row.cells().with(IntakeColumn.DECISION, IntakeCheck.TWICE)));
            }
        }
        store.change(now.sheet().id(), twice);
    }

    /** Enrols these rows in one go, or none and the reasons. */
    public Batches.Enrolled enrol(List<IntakeRow> rows, String name) {
        return jdbc.inTransaction(() -> {
            List<IntakeVerdict> verdicts = IntakeCheck.of(rows, Map.of(), new IntakeSnapshot(stores, rows));
            List<FieldProblem> problems = new ArrayList<>();
            for (int i = 0; i < verdicts.size(); i++) {
                for (IntakeVerdict.Problem p : verdicts.get(i).problems()) {
                    problems.add(
                            new FieldProblem("/rows/" + i + "/" + p.column().field(), p.reason(), p.hint()));
                }
            }
            if (!problems.isEmpty()) {
                throw RefusedException.fields(problems);
            }
            return batches.enrol(
                    verdicts.stream().flatMap(v -> v.plan().stream()).toList(), name, "");
        });
    }

    private void take(long id, Table table, List<String> fields, boolean headings) {
        store.removeRead(id);
        store.setMapping(id, fields, headings);
        store.add(id, FeedReader.rows(table, fields, headings));
    }

    private void change(Sheet sheet, Predicate<Sheet.Row> which, Map<IntakeColumn, String> cells) {
        List<Sheet.Row> changed = new ArrayList<>();
        for (Sheet.Row row : sheet.rows()) {
            if (which.test(row)) {
                IntakeRow now = row.cells();
                for (Map.Entry<IntakeColumn, String> cell : cells.entrySet()) {
                    now = now.with(cell.getKey(), cell.getValue());
                }
                changed.add(new Sheet.Row(row.position(), row.line(), now));
            }
        }
        store.change(sheet.id(), changed);
    }

    private static List<Long> positions(Checked checked, Predicate<IntakeVerdict> which) {
        List<Long> positions = new ArrayList<>();
        for (int i = 0; i < checked.verdicts().size(); i++) {
            if (which.test(checked.verdicts().get(i))) {
                positions.add(checked.sheet().rows().get(i).position());
            }
        }
        return positions;
    }

    private static Table table(byte[] bytes, String encoding) {
        TableReading reading = TableReader.read(bytes, encoding);
        if (reading instanceof TableReading.Refused refused) {
            throw RefusedException.field("/file", refused.reason(), refused.hint());
        }
        return (Table) reading;
    }
}
