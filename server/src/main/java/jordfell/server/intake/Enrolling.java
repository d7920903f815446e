package jordfell.server.intake;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;
import jordfell.core.intake.EnrolPlan;
import jordfell.core.intake.IntakeCheck;
import jordfell.core.intake.IntakeColumn;
import jordfell.core.intake.IntakeRow;
import jordfell.core.intake.IntakeVerdict;
import jordfell.core.intake.IntakeVerdict.State;
import jordfell.core.table.TableReader;
import jordfell.core.wish.FieldProblem;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.Sheet;
import jordfell.server.records.SheetStore;
import org.springframework.stereotype.Component;

/** Enrols what is ready. */
@Component
public class Enrolling {

    private final SheetStore store;
    private final IntakeStores stores;
    private final SheetChecks checks;
    private final Batches batches;
    private final Jdbc jdbc;

    Enrolling(SheetStore store, IntakeStores stores, SheetChecks checks, Batches batches, Jdbc jdbc) {
        this.store = store;
        this.stores = stores;
        this.checks = checks;
        this.batches = batches;
        this.jdbc = jdbc;
    }

    /** Enrols all rows that are ready, in one transaction, and takes them off the sheet. */
    Batches.Enrolled enrol(String owner, String name) {
        return jdbc.inTransaction(() -> {
            Sheets.Checked now = checks.now(store.read(store.current(owner)));
            refuseDoubtfulLetters(now);
            List<EnrolPlan> plans =
                    now.verdicts().stream().flatMap(v -> v.plan().stream()).toList();
            if (plans.isEmpty()) {
                throw RefusedException.field("/", "No row is ready.", "Answer or correct the rows first.");
            }
            Batches.Enrolled done = batches.enrol(plans, name, now.sheet().source());
            markTwice(now, plans);
            store.remove(now.sheet().id(), now.positions(v -> v.plan().isPresent()));
            return done;
        });
    }

    /** A row that was refused because another has its MAC is not the record’s to change once that one is enrolled. */
    private void markTwice(Sheets.Checked now, List<EnrolPlan> plans) {
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

    /** Nobody said yet how the file’s letters are to be read: rows that hold such letters are not enrolled before. */
    private void refuseDoubtfulLetters(Sheets.Checked now) {
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
}
