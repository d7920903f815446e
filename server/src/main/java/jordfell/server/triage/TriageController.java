package jordfell.server.triage;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import jordfell.core.diagnosis.Remedy;
import jordfell.core.shared.Matrix;
import jordfell.core.shared.Shared;
import jordfell.core.triage.CauseMark;
import jordfell.server.calls.NumberCauses;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.ReleasedGroups;
import jordfell.server.security.Audit;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What the Triage screen asks. */
@RestController
@RequestMapping(path = "/api/triage", produces = "application/json")
class TriageController {

    record CauseKey(String cause, @Nullable String variant) {
        TriageMarks.Key key() {
            return new TriageMarks.Key(cause, variant == null ? "" : variant);
        }
    }

    record AsideWish(
            String cause,
            @Nullable String variant,
            @Nullable Instant until) {}

    record CloseWish(
            String cause,
            @Nullable String variant,
            @Nullable String why) {}

    record FactorView(String kind, String value) {}

    record CellView(int held, int all) {}

    record MatrixView(
            String down, String across, List<String> rows, List<String> columns, List<List<CellView>> cells) {}

    /**
     * What the devices of a cause share.
     *
     * @param sentence empty where chance would do as well
     * @param chance that it is nothing but chance, from 0 to 1
     * @param withinSeconds from the first of them to the last; -1 where that was long, or there is one alone
     * @param afterReleaseSeconds from the release that they share until it had begun for all of them; -1 where that was long
     * @param back what may be taken back for all of them; absent where nothing was given to them alone
     */
    record SharedView(
            String sentence,
            List<FactorView> factors,
            double chance,
            long withinSeconds,
            long afterReleaseSeconds,
            MatrixView matrix,
            @Nullable BackView back) {

        static SharedView of(FleetFactors.Found found, Optional<BackView> back) {
            Matrix m = found.matrix();
            return new SharedView(
                    found.shared().map(Shared::sentence).orElse(""),
                    found.shared().stream()
                            .flatMap(s -> s.factors().stream())
                            .map(f -> new FactorView(f.kind().word(), f.value()))
                            .toList(),
                    found.shared().map(Shared::chance).orElse(1.0),
                    found.within().map(Duration::toSeconds).orElse(-1L),
                    found.afterRelease().map(Duration::toSeconds).orElse(-1L),
                    new MatrixView(
                            m.down().word(),
                            m.across().word(),
                            m.rows(),
                            m.columns(),
                            m.cells().stream()
                                    .map(row -> row.stream()
                                            .map(c -> new CellView(c.held(), c.all()))
                                            .toList())
                                    .toList()),
                    back.orElse(null));
        }
    }

    /** A release that brought it, and what changes when it is taken back. */
    record BackView(long release, String sentence, String label, String will) {}

    private final CauseList causes;
    private final TriageMarks marks;
    private final FleetFactors factors;
    private final ReleasedGroups groups;
    private final NumberCauses numbers;
    private final InstantSource clock;

    TriageController(
            CauseList causes,
            TriageMarks marks,
            FleetFactors factors,
            ReleasedGroups groups,
            NumberCauses numbers,
            InstantSource clock) {
        this.groups = groups;
        this.clock = clock;
        this.factors = factors;
        this.numbers = numbers;
        this.causes = causes;
        this.marks = marks;
    }

    /**
     * Causes, those with most devices first.
     *
     * @param site of these devices alone; 0 for all
     * @param model by its id; empty for all
     * @param newerThan only devices that came to their cause since then
     */
    @GetMapping
    List<CauseList.CauseView> causes(
            @RequestParam(defaultValue = "0") long site,
            @RequestParam(defaultValue = "") String model,
            @RequestParam(required = false) @Nullable Instant newerThan) {
        return causes.all(new CauseList.Filter(site, model, Optional.ofNullable(newerThan)));
    }

    /** Whoever asks works on it. */
    @PostMapping("/take")
    void take(@RequestBody CauseKey cause) {
        marks.change(cause.key(), "took", mark -> mark.taken(Audit.who(), clock.instant()));
    }

    @PostMapping("/leave")
    void leave(@RequestBody CauseKey cause) {
        marks.change(cause.key(), "left", CauseMark::left);
    }

    /** It waits until a moment, or until somebody opens it again. */
    @PostMapping("/aside")
    void setAside(@RequestBody AsideWish wish) {
        Optional<Instant> until = Optional.ofNullable(wish.until());
        RefusedException.ifAny(CauseMark.refuseWaiting(until, clock.instant()));
        marks.change(
                new CauseKey(wish.cause(), wish.variant()).key(),
                "set aside",
                mark -> mark.waiting(until.orElseThrow()));
    }

    /** It is out of the way until another device comes to it. */
    @PostMapping("/close")
    void close(@RequestBody CloseWish wish) {
        String why = wish.why() == null ? "" : wish.why();
        RefusedException.ifAny(CauseMark.refuseClosing(why));
        marks.change(
                new CauseKey(wish.cause(), wish.variant()).key(),
                "closed, because “" + why.strip() + "”,",
                mark -> mark.closed(Audit.who(), clock.instant(), why));
    }

    @PostMapping("/reopen")
    void reopen(@RequestBody CauseKey cause) {
        marks.change(cause.key(), "opened again", CauseMark::reopened);
    }

    @GetMapping("/shared")
    SharedView shared(@RequestParam String cause, @RequestParam(defaultValue = "") String variant) {
        FleetFactors.Found found = factors.of(cause, variant);
        return SharedView.of(found, found.release().flatMap(shared -> back(cause, variant, shared)));
    }

    /** Only of what somebody had something else before. */
    private Optional<BackView> back(String cause, String variant, Shared shared) {
        String release = shared.factors().get(0).value();
        int devices = groups.withSomethingBefore(cause, variant, Long.parseLong(release))
                .size();
        Remedy remedy = Remedy.takeBack(release, devices);
        return devices < 2
                ? Optional.empty()
                : Optional.of(new BackView(Long.parseLong(release), shared.sentence(), remedy.label(), remedy.will()));
    }

    /** Why numbers ring nothing, as far as that is no phone’s fault. */
    @GetMapping("/numbers")
    List<NumberCauses.NumberCause> numbers() {
        return numbers.all();
    }
}
