package jordfell.server.intake;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import jordfell.core.intake.BulkQuestion;
import jordfell.core.intake.IntakeColumn;
import jordfell.core.intake.IntakeVerdict;
import jordfell.core.intake.IntakeVerdict.Offer;
import jordfell.core.intake.IntakeVerdict.Problem;
import jordfell.core.intake.IntakeVerdict.State;
import jordfell.core.table.TableReader;
import jordfell.core.table.TableReading;
import jordfell.server.problem.Checked;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.Sheet;
import jordfell.server.security.SignedIn;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The sheet that whoever is signed in is feeding. */
@RestController
@RequestMapping(path = "/api/intake/sheet", produces = "application/json")
class SheetController {

    private static final int PAGE = 200;
    private static final int MOST_QUESTIONS = 12;

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

    record Feed(@Nullable String text, @Nullable Map<String, String> cells) {}

    record Cells(@Nullable List<Long> positions, @Nullable Map<String, String> cells) {}

    /** @param answer the name of an answer that every row with this question has */
    record Answer(@Nullable String question, @Nullable String answer) {}

    record Mapping(@Nullable List<@Nullable String> fields, boolean headings) {}

    record Encoding(@Nullable String encoding) {}

    record Name(@Nullable String name) {}

    record Settled(int rows) {}

    private final Sheets sheets;

    SheetController(Sheets sheets) {
        this.sheets = sheets;
    }

    @GetMapping
    SheetView sheet(@AuthenticationPrincipal SignedIn who) {
        Optional<Sheets.Checked> done = sheets.look(who.login());
        Sheet sheet = done.map(Sheets.Checked::sheet).orElseGet(() -> sheets.written(who.login()));
        Sheets.Checked checked = done.orElseGet(() -> new Sheets.Checked(sheet, List.of()));
        return new SheetView(
                sheet.version(),
                done.isPresent()
                        ? sheet.rows().size()
                        : sheets.progress(who.login()).done(),
                fields(sheet.defaults()),
                sheet.rows().size(),
                checked.count(State.READY),
                checked.count(State.NEEDS_ANSWER),
                checked.count(State.REFUSED),
                checked.count(State.UNCHANGED),
                (done.isPresent() ? checked.questions() : List.<BulkQuestion>of())
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
                java.util.Arrays.stream(IntakeColumn.values())
                        .map(c -> new ColumnView(c.field(), c.heading()))
                        .toList(),
                used(sheet),
                sheets.reading(who.login())
                        .map(r -> new FileView(
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
                sheets.canBringBack(who.login()));
    }

    @GetMapping("/rows")
    RowsView rows(
            @AuthenticationPrincipal SignedIn who,
            @RequestParam(defaultValue = "") String state,
            @RequestParam(defaultValue = "0") int from) {
        Checked.from(from);
        Sheets.Checked checked = sheets.look(who.login()).orElse(new Sheets.Checked(Sheets.NOTHING, List.of()));
        List<Integer> fitting = IntStream.range(0, checked.verdicts().size())
                .filter(i -> state.isEmpty()
                        || checked.verdicts().get(i).state().name().equals(state))
                .boxed()
                .toList();
        List<RowView> page = fitting.stream()
                .skip(Math.max(0, from))
                .limit(PAGE)
                .map(i -> view(
                        i, checked.sheet().rows().get(i), checked.verdicts().get(i)))
                .toList();
        return new RowsView(page, fitting.size());
    }

    /** All rows as they were written, to keep or to mend elsewhere; nothing is said of them. */
    @GetMapping(path = "/text", produces = "text/csv;charset=UTF-8")
    ResponseEntity<byte[]> text(@AuthenticationPrincipal SignedIn who) {
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"intake.csv\"")
                .header(HttpHeaders.CACHE_CONTROL, "no-store")
                .body(SheetText.of(sheets.written(who.login())).getBytes(StandardCharsets.UTF_8));
    }

    @PostMapping("/rows")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void feed(@AuthenticationPrincipal SignedIn who, @RequestBody Feed feed) {
        sheets.feed(who.login(), feed.text() == null ? "" : feed.text(), columns(feed.cells()));
    }

    @PatchMapping("/rows")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setCells(@AuthenticationPrincipal SignedIn who, @RequestBody Cells wish) {
        sheets.setCells(who.login(), wish.positions() == null ? List.of() : wish.positions(), columns(wish.cells()));
    }

    @PostMapping("/answers")
    Settled answer(@AuthenticationPrincipal SignedIn who, @RequestBody Answer wish) {
        return new Settled(sheets.answer(
                who.login(),
                wish.question() == null ? "" : wish.question(),
                wish.answer() == null ? "" : wish.answer()));
    }

    @PostMapping("/rows/remove")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(
            @AuthenticationPrincipal SignedIn who,
            @RequestParam(defaultValue = "") String state,
            @RequestBody Cells wish) {
        if (state.isEmpty()) {
            sheets.remove(who.login(), wish.positions() == null ? List.of() : wish.positions());
        } else {
            State chosen = Arrays.stream(State.values())
                    .filter(s -> s.name().equals(state))
                    .findFirst()
                    .orElseThrow(() -> RefusedException.field(
                            "/state",
                            "“" + state + "” is no state of a row.",
                            Arrays.toString(State.values()) + " are."));
            sheets.removeAll(who.login(), chosen);
        }
    }

    /** Takes a file as it is; its name stands in the address. */
    @PutMapping(path = "/file", consumes = "application/octet-stream")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void file(
            @AuthenticationPrincipal SignedIn who,
            @RequestParam String name,
            @RequestParam(defaultValue = "false") boolean instead,
            HttpServletRequest request)
            throws IOException {
        if (request.getContentLengthLong() > TableReader.MOST_BYTES) {
            TableReading.Refused refused = TableReader.tooLarge(request.getContentLengthLong());
            throw RefusedException.field("/file", refused.reason(), refused.hint());
        }
        byte[] bytes = request.getInputStream().readNBytes(TableReader.MOST_BYTES + 1);
        sheets.file(who.login(), name.substring(0, Math.min(200, name.length())), bytes, instead);
    }

    @PutMapping("/mapping")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void map(@AuthenticationPrincipal SignedIn who, @RequestBody Mapping wish) {
        List<String> fields = new ArrayList<>();
        if (wish.fields() != null) {
            wish.fields().forEach(f -> fields.add(f == null ? "" : f));
        }
        sheets.map(who.login(), fields, wish.headings());
    }

    /** Says how the file's letters are to be read. */
    @PutMapping("/encoding")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void readAs(@AuthenticationPrincipal SignedIn who, @RequestBody Encoding wish) {
        sheets.readAs(who.login(), wish.encoding() == null ? "" : wish.encoding());
    }

    @PutMapping("/defaults")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setDefaults(@AuthenticationPrincipal SignedIn who, @RequestBody Map<String, String> defaults) {
        sheets.setDefaults(who.login(), columns(defaults));
    }

    @PostMapping("/enrol")
    @ResponseStatus(HttpStatus.CREATED)
    Batches.Enrolled enrol(@AuthenticationPrincipal SignedIn who, @RequestBody Name wish) {
        Batches.Enrolled done = sheets.enrol(who.login(), wish.name() == null ? "" : wish.name());
        return done;
    }

    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void clear(@AuthenticationPrincipal SignedIn who) {
        sheets.clear(who.login());
    }

    @PostMapping("/bring-back")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void bringBack(@AuthenticationPrincipal SignedIn who) {
        sheets.bringBack(who.login());
    }

    /** The fields in which some row has something written. */
    private static List<String> used(Sheet sheet) {
        java.util.Set<IntakeColumn> used = java.util.EnumSet.noneOf(IntakeColumn.class);
        sheet.rows().forEach(row -> used.addAll(row.cells().cells().keySet()));
        return used.stream().map(IntakeColumn::field).toList();
    }

    /** The numbers that would be drawn, as runs. */
    private static List<String> drawn(Sheets.Checked checked) {
        List<Integer> numbers = checked.verdicts().stream()
                .filter(v -> v.notes().stream().anyMatch(n -> n.startsWith("draws ")))
                .flatMap(v -> v.plan().stream())
                .flatMap(p -> p.lines().stream())
                .map(l -> Integer.parseInt(l.number()))
                .sorted()
                .toList();
        List<String> runs = new ArrayList<>();
        int i = 0;
        while (i < numbers.size()) {
            int j = i;
            while (j + 1 < numbers.size() && numbers.get(j + 1) == numbers.get(j) + 1) {
                j++;
            }
            runs.add(i == j ? "" + numbers.get(i) : numbers.get(i) + "–" + numbers.get(j));
            i = j + 1;
        }
        return runs;
    }

    private static RowView view(int index, Sheet.Row row, IntakeVerdict verdict) {
        return new RowView(
                row.position(),
                index + 1L,
                row.line(),
                fields(row.cells().cells()),
                fields(verdict.shown()),
                verdict.state(),
                verdict.problems().stream().map(SheetController::view).toList(),
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
                p.offers().stream().map(SheetController::view).toList());
    }

    private static OfferView view(Offer offer) {
        return new OfferView(offer.value(), offer.label());
    }

    private static Map<String, String> fields(Map<IntakeColumn, String> cells) {
        return cells.entrySet().stream()
                .collect(Collectors.toMap(e -> e.getKey().field(), Map.Entry::getValue));
    }

    private static Map<IntakeColumn, String> columns(@Nullable Map<String, String> fields) {
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
