package jordfell.server.roster;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.roster.OutsideNumberWish;
import jordfell.server.answer.ActDone;
import jordfell.server.calls.RingImpact;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.OutsideNumberStore;
import jordfell.server.records.OutsideNumberStore.Did;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Many outside numbers changed alike, as one act. */
@RestController
@RequestMapping(path = "/api/outside-numbers/many", produces = "application/json")
class ManyNumbersController {

    private static final int MOST = 500;

    /**
     * What they are to be; what is left out stays as it is, and empty text takes it away.
     *
     * @param q finds them, as the list does; empty text finds all
     */
    record ManyNumbers(
            long domainId,
            @Nullable String q,
            @Nullable String extension,
            @Nullable String announcement,
            @Nullable String prefix,
            @Nullable String note) {}

    private final OutsideNumberList list;
    private final OutsideNumberStore store;
    private final RingImpact impact;
    private final Acts acts;

    ManyNumbersController(OutsideNumberList list, OutsideNumberStore store, RingImpact impact, Acts acts) {
        this.list = list;
        this.store = store;
        this.impact = impact;
        this.acts = acts;
    }

    @PostMapping("/impact")
    RingImpact.RingImpactView impact(@RequestBody ManyNumbers wish) {
        return impact.rerouted(wish.domainId(), changed(wish));
    }

    @PostMapping
    ActDone change(@RequestBody ManyNumbers wish) {
        List<Did> after = changed(wish);
        Acts.Done<Integer> done = acts.act(n -> "changed " + n + " outside numbers", recording -> {
            recording.changing(Kept.NUMBER, after.stream().map(Did::id).toList());
            after.forEach(did -> {
                if (!store.change(did)) {
                    throw RefusedException.changedMeanwhile("outside number");
                }
            });
            return after.size();
        });
        return new ActDone(done.actId());
    }

    private List<Did> changed(ManyNumbers wish) {
        if (wish.q() == null) {
            throw RefusedException.field("/q", "It is not said which.", "Empty text means all of the domain.");
        }
        List<OutsideNumberList.NumberRow> found =
                list.all(wish.domainId(), wish.q().strip(), MOST + 1);
        if (found.isEmpty() || found.size() > MOST) {
            throw RefusedException.field(
                    "/q",
                    found.isEmpty() ? "No number fits." : "More than " + MOST + " numbers fit.",
                    "Search for others, or fewer.");
        }
        List<Did> changed = new ArrayList<>();
        for (OutsideNumberList.NumberRow row : found) {
            Did before = store.find(row.id()).orElseThrow();
            OutsideNumberWish.Fit fit = Fields.good(new OutsideNumberWish(
                            row.e164(),
                            or(wish.extension(), row.extension()),
                            or(wish.announcement(), row.announcement()),
                            or(wish.prefix(), row.prefix()),
                            or(wish.note(), row.note()),
                            row.hours(),
                            row.zone(),
                            row.closedExtension(),
                            row.closedAnnouncement())
                    .checked(store.numbers(wish.domainId())));
            Did after = store.of(before.id(), before.domainId(), fit, before.version());
            if (!after.equals(before)) {
                changed.add(after);
            }
        }
        return changed;
    }

    private static String or(@Nullable String wished, String before) {
        return Optional.ofNullable(wished).orElse(before);
    }
}
