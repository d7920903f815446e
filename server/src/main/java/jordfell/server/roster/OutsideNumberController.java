package jordfell.server.roster;

import java.util.List;
import jordfell.core.roster.OutsideNumber;
import jordfell.core.roster.OutsideNumberWish;
import jordfell.server.answer.Made;
import jordfell.server.calls.RingImpact;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.OutsideNumberStore;
import jordfell.server.records.OutsideNumberStore.Did;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Outside numbers and the extensions that they ring. */
@RestController
@RequestMapping(path = "/api/outside-numbers", produces = "application/json")
class OutsideNumberController {

    /**
     * A number; without an extension and an announcement it rings nothing yet.
     *
     * @param extension the number of an extension or a group, or the name of a place or a group
     */
    record NumberWish(
            long domainId,
            @Nullable String e164,
            @Nullable String extension,
            @Nullable String announcement,
            @Nullable String prefix,
            @Nullable String note,
            @Nullable String hours,
            @Nullable String zone,
            @Nullable String closedExtension,
            @Nullable String closedAnnouncement,
            long version) {

        private OutsideNumberWish written() {
            return new OutsideNumberWish(
                    e164, extension, announcement, prefix, note, hours, zone, closedExtension, closedAnnouncement);
        }
    }

    private final OutsideNumberList list;
    private final OutsideNumberStore store;
    private final RingImpact impact;
    private final Acts acts;

    OutsideNumberController(OutsideNumberList list, OutsideNumberStore store, RingImpact impact, Acts acts) {
        this.impact = impact;
        this.list = list;
        this.store = store;
        this.acts = acts;
    }

    @GetMapping
    OutsideNumberList.NumberPage numbers(
            @RequestParam long domainId,
            @RequestParam(defaultValue = "") String q,
            @RequestParam(defaultValue = "") String after) {
        return list.page(domainId, q.strip(), after);
    }

    @GetMapping("/{id}")
    OutsideNumberList.NumberRow number(@PathVariable long id) {
        return list.find(id).orElseThrow(() -> RefusedException.notFound("outside number"));
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Made add(@RequestBody NumberWish wish) {
        Did did = did(0, wish.domainId(), wish);
        return new Made(acts.act(id -> "added outside number " + did.e164(), recording -> {
                    long id = store.add(did);
                    recording.made(Kept.NUMBER, id);
                    return id;
                })
                .result());
    }

    @PutMapping("/{id}")
    void change(@PathVariable long id, @RequestBody NumberWish wish) {
        Did before = store.find(id).orElseThrow(() -> RefusedException.notFound("outside number"));
        Did after = did(id, before.domainId(), wish);
        acts.act(x -> "changed outside number " + after.e164(), recording -> {
            recording.changing(Kept.NUMBER, id);
            if (!store.change(after)) {
                throw RefusedException.changedMeanwhile("outside number");
            }
            return id;
        });
    }

    /** @param id of the number that would be changed; 0 for a new one */
    @PostMapping("/impact")
    RingImpact.RingImpactView impact(@RequestParam(defaultValue = "0") long id, @RequestBody NumberWish wish) {
        long domainId = store.find(id).map(Did::domainId).orElse(wish.domainId());
        return impact.rerouted(domainId, List.of(did(id, domainId, wish)));
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id) {
        Did did = store.find(id).orElseThrow(() -> RefusedException.notFound("outside number"));
        acts.act(x -> "removed outside number " + did.e164(), recording -> {
            recording.removing(Kept.NUMBER, List.of(id));
            store.remove(id);
            return id;
        });
    }

    private Did did(long id, long domainId, NumberWish wish) {
        OutsideNumberWish.Fit fit = Fields.good(wish.written().checked(store.numbers(domainId)));
        refuseTaken(id, fit.e164());
        return store.of(id, domainId, fit, wish.version());
    }

    private void refuseTaken(long id, String number) {
        store.byNumber(number).filter(other -> other.id() != id).ifPresent(other -> {
            String rings =
                    store.rung(other.rings()).map(rung -> "rings " + rung).orElse("rings nothing");
            throw RefusedException.field(
                    "/e164", OutsideNumber.show(number) + " is there already; it " + rings + ".", "Change that one.");
        });
    }
}
