package jordfell.server.roster;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.roster.NumberRun;
import jordfell.server.problem.Fields;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Runs of extensions that are drawn on the number map. */
@RestController
@RequestMapping(path = "/api/number-map", produces = "application/json")
class RunController {

    record RunWish(
            long domainId,
            @Nullable String from,
            int count,
            @Nullable List<@Nullable String> names,
            @Nullable Long kitId) {}

    record RunRow(String number, String name) {}

    record RunView(List<RunRow> rows, List<NumberRun.Skipped> passedOver, String problem) {}

    record RunMade(long actId, int extensions) {}

    private final Runs runs;

    RunController(Runs runs) {
        this.runs = runs;
    }

    /** How a run would come out, before it is made. */
    @PostMapping("/try/run")
    RunView tryRun(@RequestBody RunWish wish) {
        NumberRun.Laid laid = runs.lay(wish.domainId(), text(wish.from()), wish.count());
        List<String> names = names(wish);
        List<RunRow> rows = new ArrayList<>();
        for (int i = 0; i < laid.numbers().size(); i++) {
            rows.add(new RunRow(laid.numbers().get(i), i < names.size() ? names.get(i) : ""));
        }
        return new RunView(rows, laid.passedOver(), laid.problem().orElse(""));
    }

    @PostMapping("/runs")
    @ResponseStatus(HttpStatus.CREATED)
    RunMade run(@RequestBody RunWish wish) {
        Runs.Made made = runs.make(
                wish.domainId(),
                text(wish.from()),
                wish.count(),
                names(wish),
                Optional.ofNullable(wish.kitId()).filter(k -> k > 0));
        return new RunMade(made.actId(), made.extensions());
    }

    private static List<String> names(RunWish wish) {
        List<String> names = new ArrayList<>();
        if (wish.names() != null) {
            wish.names().forEach(n -> names.add(Fields.text(n, "names", "name", 100)));
        }
        return names;
    }

    private static String text(@Nullable String text) {
        return text == null ? "" : text.strip();
    }
}
