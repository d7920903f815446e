package jordfell.server.exchange;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import jordfell.core.roster.Domain;
import jordfell.core.table.ColumnGuess;
import jordfell.core.table.TableReader;
import jordfell.core.table.TableReading;
import jordfell.core.table.TableReading.Line;
import jordfell.core.table.TableReading.Table;
import jordfell.server.change.Acts;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DomainStore;
import org.springframework.stereotype.Component;

/** Reads tables of people, extensions, outside numbers, groups and diversions: says what each row would change, and does it when accepted. */
@Component
class TableImport {

    /** What a table is of. */
    enum Kind {
        PEOPLE,
        EXTENSIONS,
        NUMBERS,
        GROUPS,
        DIVERSIONS
    }

    private final DomainStore domains;
    private final PersonRows people;
    private final ExtensionRows extensions;
    private final OutsideNumberRows numbers;
    private final GroupRows groups;
    private final DiversionRows diversions;
    private final Acts acts;

    TableImport(
            DomainStore domains,
            PersonRows people,
            ExtensionRows extensions,
            OutsideNumberRows numbers,
            GroupRows groups,
            DiversionRows diversions,
            Acts acts) {
        this.domains = domains;
        this.people = people;
        this.extensions = extensions;
        this.numbers = numbers;
        this.groups = groups;
        this.diversions = diversions;
        this.acts = acts;
    }

    /** What would become of each row; nothing is written. */
    List<Step.Judged> look(Kind kind, long domainId, byte[] file) {
        return steps(kind, domainId, file).stream().map(Step::judged).toList();
    }

    /** Does all rows that can be done, as one act. */
    Acts.Done<Integer> take(Kind kind, long domainId, byte[] file) {
        return acts.act(
                done -> "imported " + done + " " + kind.name().toLowerCase(Locale.ROOT) + " from a table",
                recording -> {
                    List<Step> steps = steps(kind, domainId, file);
                    steps.forEach(s -> s.work().ifPresent(work -> work.accept(recording)));
                    return (int)
                            steps.stream().filter(s -> s.work().isPresent()).count();
                });
    }

    private List<Step> steps(Kind kind, long domainId, byte[] file) {
        Domain domain = domains.find(domainId).orElseThrow(() -> RefusedException.notFound("domain"));
        List<String> headings = switch (kind) {
            case PEOPLE -> Tables.PEOPLE;
            case EXTENSIONS -> Tables.EXTENSIONS;
            case NUMBERS -> Tables.NUMBERS;
            case GROUPS -> Tables.GROUPS;
            case DIVERSIONS -> Tables.DIVERSIONS;
        };
        RowJudge judge = switch (kind) {
            case PEOPLE -> people.of(domain);
            case EXTENSIONS -> extensions.of(domain);
            case NUMBERS -> numbers.of(domain);
            case GROUPS -> groups.of(domain);
            case DIVERSIONS -> diversions.of(domain);
        };
        Map<String, Long> seen = new LinkedHashMap<>();
        List<Step> steps = new ArrayList<>();
        for (RowWish row : rows(file, headings)) {
            String name = row.cell(headings.get(0));
            Long before = seen.putIfAbsent(judge.key(row).toLowerCase(Locale.ROOT), row.line());
            steps.add(
                    before == null
                            ? judged(judge, row, name)
                            : Step.refused(row, name, headings.get(0) + ": the same stands on line " + before + "."));
        }
        return steps;
    }

    private static Step judged(RowJudge judge, RowWish row, String name) {
        try {
            return judge.judge(row);
        } catch (RefusedException e) {
            return Step.refused(
                    row,
                    name,
                    e.fields().isEmpty()
                            ? String.valueOf(e.getMessage())
                            : Tables.heading(e.fields().get(0).pointer()) + ": "
                                    + e.fields().get(0).reason() + " "
                                    + e.fields().get(0).hint());
        }
    }

    private static List<RowWish> rows(byte[] file, List<String> headings) {
        TableReading reading = TableReader.read(file);
        if (reading instanceof TableReading.Refused refused) {
            throw RefusedException.field("/file", refused.reason(), refused.hint());
        }
        Table table = (Table) reading;
        ColumnGuess.Guessed guessed = ColumnGuess.of(table.records(), Tables.guesses(headings));
        if (!guessed.hasHeadings() || !guessed.fields().contains(headings.get(0))) {
            throw RefusedException.field(
                    "/file",
                    "None of the first rows is headings with a column “" + headings.get(0) + "”.",
                    "Its headings are " + String.join(", ", headings) + ", in any order.");
        }
        List<RowWish> rows = new ArrayList<>();
        for (Line line : table.records()
                .subList(
                        ColumnGuess.headingRow(table.records(), Tables.guesses(headings)) + 1,
                        table.records().size())) {
            Map<String, String> cells = new LinkedHashMap<>();
            for (int i = 0; i < guessed.fields().size(); i++) {
                if (!guessed.fields().get(i).isEmpty()) {
                    cells.put(guessed.fields().get(i), line.cell(i).strip());
                }
            }
            rows.add(new RowWish(line.number(), cells));
        }
        return rows;
    }
}
