package jordfell.server.intake;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import jordfell.core.intake.IntakeVerdict.State;
import jordfell.server.problem.RefusedException;
import jordfell.server.security.SignedIn;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What is written into rows: fed, changed, answered, taken out. */
@RestController
@RequestMapping(path = "/api/intake/sheet", produces = "application/json")
class SheetRowController {

    record Feed(@Nullable String text, @Nullable Map<String, String> cells) {}

    record Cells(@Nullable List<Long> positions, @Nullable Map<String, String> cells) {}

    /** @param answer the name of an answer that every row with this question has */
    record Answer(@Nullable String question, @Nullable String answer) {}

    record Settled(int rows) {}

    private final Sheets sheets;

    SheetRowController(Sheets sheets) {
        this.sheets = sheets;
    }

    @PostMapping("/rows")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void feed(@AuthenticationPrincipal SignedIn who, @RequestBody Feed feed) {
        sheets.feed(who.login(), feed.text() == null ? "" : feed.text(), SheetViews.columns(feed.cells()));
    }

    @PatchMapping("/rows")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setCells(@AuthenticationPrincipal SignedIn who, @RequestBody Cells wish) {
        sheets.setCells(
                who.login(), wish.positions() == null ? List.of() : wish.positions(), SheetViews.columns(wish.cells()));
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
}
