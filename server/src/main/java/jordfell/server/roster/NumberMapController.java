package jordfell.server.roster;

import java.time.Duration;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import jordfell.core.roster.Block;
import jordfell.core.roster.Domain;
import jordfell.core.roster.NumberMap;
import jordfell.core.roster.NumbersInUse;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DomainStore;
import jordfell.server.records.ExtensionStore;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The number map of a domain. */
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

    private final DomainStore domains;
    private final ExtensionStore extensions;
    private final InstantSource clock;

    NumberMapController(DomainStore domains, ExtensionStore extensions, InstantSource clock) {
        this.domains = domains;
        this.extensions = extensions;
        this.clock = clock;
    }

    /** The whole map; from names the number at which a large block is drawn. */
    @GetMapping
    MapView map(@RequestParam long domainId, @RequestParam(defaultValue = "0") int from) {
        Fields.from(from);
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

    private Set<String> unused(long domainId) {
        return new HashSet<>(extensions.idle(domainId, clock.instant().minus(LONG)));
    }

    private Map<String, String> names(long domainId, int first, int last) {
        return extensions.names(domainId, first, last);
    }
}
