package jordfell.server.intake;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import jordfell.core.intake.BulkQuestion;
import jordfell.core.intake.IntakeColumn;
import jordfell.core.intake.IntakeRow;
import jordfell.core.intake.IntakeVerdict;
import jordfell.core.intake.IntakeVerdict.State;
import jordfell.core.table.ColumnGuess;
import jordfell.core.table.TableReader;
import jordfell.core.table.TableReading;
import jordfell.core.table.TableReading.Table;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.Sheet;
import jordfell.server.records.SheetStore;
import org.springframework.stereotype.Component;

/** What people feed: checked, answered and corrected, until it is enrolled. */
@Component
public class Sheets {

    /** A sheet with a verdict for each of its rows. */
    record Checked(Sheet sheet, List<IntakeVerdict> verdicts) {

        List<BulkQuestion> questions() {
            return BulkQuestion.of(sheet.cells(), verdicts);
        }

        /** Where the rows stand that were found so. */
        List<Long> positions(Predicate<IntakeVerdict> which) {
            return IntStream.range(0, verdicts.size())
                    .filter(i -> which.test(verdicts.get(i)))
                    .mapToObj(i -> sheet.rows().get(i).position())
                    .toList();
        }

        long count(State state) {
            return verdicts.stream().filter(v -> v.state() == state).count();
        }
    }

    static final Sheet NOTHING = new Sheet(0, Map.of(), "", List.of(), false, "", 0, List.of());

    /** How long somebody who looks waits for verdicts before being told how far they are. */
    private static final Duration LOOK = Duration.ofMillis(1_500);

    /** How long somebody who answers or enrols waits. */
    private static final Duration ACT = Duration.ofSeconds(30);

    private final SheetStore store;
    private final SheetChecks checks;
    private final Jdbc jdbc;

    Sheets(SheetStore store, SheetChecks checks, Jdbc jdbc) {
        this.store = store;
        this.checks = checks;
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
        store.remove(now.sheet().id(), now.positions(v -> v.state() == state));
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
}
