package jordfell.server.traffic;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import jordfell.core.traffic.Traffic;
import jordfell.server.problem.RefusedException;
import jordfell.server.traffic.TrafficStore.By;
import jordfell.server.traffic.TrafficStore.Sum;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Registrations and refusals over time. */
@RestController
@RequestMapping(path = "/api/traffic", produces = "application/json")
class TrafficController {

    private static final Duration SHOWN = Duration.ofHours(12);

    private static final int MOST_PLACES = 8;

    /**
     * What went on over the last hours.
     *
     * @param from when the first slice that could be told begins
     * @param until now
     * @param sliceSeconds how long each slice is
     * @param places those with most refusals first, then those with most registrations
     */
    record TrafficView(Instant from, Instant until, long sliceSeconds, List<PlaceTraffic> places) {}

    /** A node, or a site. */
    record PlaceTraffic(String domain, String name, List<TrafficPoint> points) {}

    /**
     * One slice in which anything went on.
     *
     * @param answerMillis how long answers took on average; absent where none was timed
     */
    record TrafficPoint(
            Instant from,
            int registered,
            int refused,
            int lapsed,
            @Nullable Long answerMillis,
            @Nullable Long slowestMillis) {}

    private final TrafficBook book;
    private final TrafficStore store;
    private final InstantSource clock;

    TrafficController(TrafficBook book, TrafficStore store, InstantSource clock) {
        this.book = book;
        this.store = store;
        this.clock = clock;
    }

    /** @param by {@code node} or {@code site} */
    @GetMapping
    TrafficView traffic(@RequestParam(defaultValue = "node") String by) {
        By told = By.find(by)
                .orElseThrow(() -> RefusedException.field(
                        "/by", "“" + by + "” is nothing that traffic is told by.", "It is told by node or by site."));
        Instant now = clock.instant();
        Instant from = Traffic.begin(now.minus(SHOWN));
        book.write();
        return view(from, now, store.sums(told, from, MOST_PLACES));
    }

    /** Of one site, by the nodes that it speaks to. */
    @GetMapping("/site")
    TrafficView ofSite(@RequestParam String domain, @RequestParam String site) {
        Instant now = clock.instant();
        Instant from = Traffic.begin(now.minus(SHOWN));
        book.write();
        return view(from, now, store.ofSite(domain, site, from));
    }

    private static TrafficView view(Instant from, Instant until, List<Sum> sums) {
        record Place(String domain, String name) {}
        Map<Place, List<TrafficPoint>> places = new LinkedHashMap<>();
        sums.forEach(s -> places.computeIfAbsent(new Place(s.domain(), s.name()), p -> new ArrayList<>())
                .add(new TrafficPoint(
                        s.from(),
                        s.registered(),
                        s.refused(),
                        s.lapsed(),
                        s.answers() == 0 ? null : s.answerMillis() / s.answers(),
                        s.answers() == 0 ? null : s.slowestMillis())));
        return new TrafficView(
                from,
                until,
                Traffic.SLICE.toSeconds(),
                places.entrySet().stream()
                        .map(e ->
                                new PlaceTraffic(e.getKey().domain(), e.getKey().name(), e.getValue()))
                        .toList());
    }
}
