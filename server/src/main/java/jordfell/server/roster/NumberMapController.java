package jordfell.server.roster;

import java.time.Duration;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jordfell.core.roster.Block;
import jordfell.core.roster.Domain;
import jordfell.core.roster.NumberMap;
import jordfell.core.roster.NumberRun;
import jordfell.core.roster.NumbersInUse;
import jordfell.server.problem.Checked;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DomainStore;
import jordfell.server.records.ExtensionStore;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The number map of a domain, and runs that are drawn on it. */
@RestController
@RequestMapping(path = "/api/number-map", produces = "application/json")
class NumberMapController {

    /** A taken number that nothing has carried for so long is shown as unused. */
    private static final Duration LONG = Duration.ofDays(30);

    /**
     * A block as cells.
     *
     * @param drawn the first number of the cells; larger blocks are drawn in parts
     */
    record BlockCells(int first, int last, String purpose, int drawn, String cells) {}

    record MapView(List<BlockCells> blocks, List<String> outside, Map<String, String> names) {}

    record RunWish(
            long domainId,
            @Nullable String from,
            int count,
            @Nullable List<@Nullable String> names,
            @Nullable Long kitId) {}

    record RunRow(String number, String name) {}

    record RunView(List<RunRow> rows, List<NumberRun.Skipped> passedOver, String problem) {}

    record RunMade(long actId, int extensions) {}

    private final DomainStore domains;
    private final ExtensionStore extensions;
    private final Runs runs;
    private final InstantSource clock;

    NumberMapController(DomainStore domains, ExtensionStore extensions, Runs runs, InstantSource clock) {
        this.domains = domains;
        this.extensions = extensions;
        this.runs = runs;
        this.clock = clock;
    }

    /** The whole map; from names the number at which a large block is drawn. */
    @GetMapping
    MapView map(@RequestParam long domainId, @RequestParam(defaultValue = "0") int from) {
        Checked.from(from);
        Domain domain = domains.find(domainId).orElseThrow(() -> RefusedException.notFound("domain"));
        List<String> all = extensions.allNumbers(domainId);
        NumbersInUse taken = NumbersInUse.of(all);
        Set<String> unused = unused(domainId);
        List<BlockCells> views = new ArrayList<>();
        Map<String, String> names = new HashMap<>();
        for (Block block : domain.blocks()) {
            int start = from >= block.first() && from <= block.last() ? from : block.first();
            NumberMap.Strip strip = NumberMap.draw(block, start, domain.numberPlan(), taken, unused);
            views.add(new BlockCells(block.first(), block.last(), block.purpose(), strip.first(), strip.cells()));
            names.putAll(
                    names(domainId, strip.first(), strip.first() + strip.cells().length() - 1));
        }
        return new MapView(views, NumberMap.outside(all, domain.blocks()), names);
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

    private Set<String> unused(long domainId) {
        return new HashSet<>(extensions.idle(domainId, clock.instant().minus(LONG)));
    }

    private Map<String, String> names(long domainId, int first, int last) {
        return extensions.names(domainId, first, last);
    }

    private static List<String> names(RunWish wish) {
        List<String> names = new ArrayList<>();
        if (wish.names() != null) {
            wish.names().forEach(n -> names.add(Checked.text(n, "names", "name", 100)));
        }
        return names;
    }

    private static String text(@Nullable String text) {
        return text == null ? "" : text.strip();
    }
}
