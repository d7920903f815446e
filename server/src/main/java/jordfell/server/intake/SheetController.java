package jordfell.server.intake;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import jordfell.server.problem.Fields;
import jordfell.server.security.SignedIn;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The sheet of whoever is signed in: seen as a whole and row by row, enrolled, cleared and brought back. */
@RestController
@RequestMapping(path = "/api/intake/sheet", produces = "application/json")
class SheetController {

    private static final int PAGE = 200;

    record Name(@Nullable String name) {}

    private final Sheets sheets;
    private final SheetFiles files;
    private final Enrolling enrolling;

    SheetController(Sheets sheets, SheetFiles files, Enrolling enrolling) {
        this.sheets = sheets;
        this.files = files;
        this.enrolling = enrolling;
    }

    @GetMapping
    SheetViews.SheetView sheet(@AuthenticationPrincipal SignedIn who) {
        Optional<Sheets.Checked> done = sheets.look(who.login());
        return SheetViews.of(
                done.orElseGet(() -> new Sheets.Checked(sheets.written(who.login()), List.of())),
                done.isPresent(),
                done.isPresent() ? 0 : sheets.progress(who.login()).done(),
                files.reading(who.login()),
                sheets.canBringBack(who.login()));
    }

    @GetMapping("/rows")
    SheetViews.RowsView rows(
            @AuthenticationPrincipal SignedIn who,
            @RequestParam(defaultValue = "") String state,
            @RequestParam(defaultValue = "0") int from) {
        Fields.from(from);
        Sheets.Checked checked = sheets.look(who.login()).orElse(new Sheets.Checked(Sheets.NOTHING, List.of()));
        List<Integer> fitting = IntStream.range(0, checked.verdicts().size())
                .filter(i -> state.isEmpty()
                        || checked.verdicts().get(i).state().name().equals(state))
                .boxed()
                .toList();
        List<SheetViews.RowView> page = fitting.stream()
                .skip(Math.max(0, from))
                .limit(PAGE)
                .map(i -> SheetViews.of(
                        i, checked.sheet().rows().get(i), checked.verdicts().get(i)))
                .toList();
        return new SheetViews.RowsView(page, fitting.size());
    }

    /** All rows as they were written, to keep or to mend elsewhere; nothing is said of them. */
    @GetMapping(path = "/text", produces = "text/csv;charset=UTF-8")
    ResponseEntity<byte[]> text(@AuthenticationPrincipal SignedIn who) {
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"intake.csv\"")
                .header(HttpHeaders.CACHE_CONTROL, "no-store")
                .body(SheetText.of(sheets.written(who.login())).getBytes(StandardCharsets.UTF_8));
    }

    @PutMapping("/defaults")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setDefaults(@AuthenticationPrincipal SignedIn who, @RequestBody Map<String, String> defaults) {
        sheets.setDefaults(who.login(), SheetViews.columns(defaults));
    }

    @PostMapping("/enrol")
    @ResponseStatus(HttpStatus.CREATED)
    Batches.Enrolled enrol(@AuthenticationPrincipal SignedIn who, @RequestBody Name wish) {
        return enrolling.enrol(who.login(), wish.name() == null ? "" : wish.name());
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
}
