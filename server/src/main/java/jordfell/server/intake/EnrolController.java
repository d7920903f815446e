package jordfell.server.intake;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import jordfell.core.intake.IntakeColumn;
import jordfell.core.intake.IntakeRow;
import jordfell.server.problem.RefusedException;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Enrols rows that another program sends: all of them, or none and the reasons. */
@RestController
@RequestMapping(path = "/api/intake", produces = "application/json")
class EnrolController {

    private static final int MOST_ROWS = 1_000;

    /**
     * Rows with their cells by field.
     *
     * @param defaults texts for cells that rows leave empty
     */
    record Rows(
            @Nullable String name,
            @Nullable Map<String, String> defaults,
            @Nullable List<Map<String, String>> rows) {}

    private final Enrolling enrolling;

    EnrolController(Enrolling enrolling) {
        this.enrolling = enrolling;
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Batches.Enrolled enrol(@RequestBody Rows wish) {
        List<Map<String, String>> rows = wish.rows() == null ? List.of() : wish.rows();
        if (rows.isEmpty() || rows.size() > MOST_ROWS) {
            throw RefusedException.field(
                    "/rows", "There are " + rows.size() + " rows.", "1 to " + MOST_ROWS + " go at once.");
        }
        IntakeRow defaults = row(wish.defaults() == null ? Map.of() : wish.defaults());
        Batches.Enrolled done = enrolling.enrol(
                rows.stream().map(r -> row(r).withDefaults(defaults.cells())).toList(),
                wish.name() == null ? "" : wish.name());
        return done;
    }

    private static IntakeRow row(Map<String, String> fields) {
        Map<IntakeColumn, String> cells = new EnumMap<>(IntakeColumn.class);
        fields.forEach((field, text) -> cells.put(
                IntakeColumn.named(field)
                        .orElseThrow(() -> RefusedException.field(
                                "/rows", "There is no column “" + field + "”.", "See the API’s description.")),
                text));
        return new IntakeRow(cells);
    }
}
