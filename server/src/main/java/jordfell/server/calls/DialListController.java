package jordfell.server.calls;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import jordfell.core.dialing.DialList;
import jordfell.server.answer.Made;
import jordfell.server.calls.DialListForm.DialRow;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DialStore;
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

/** Dial lists: where dialled numbers go, pattern by pattern. */
@RestController
@RequestMapping(path = "/api/dial-lists", produces = "application/json")
class DialListController {

    /** @param within the names of lists and permissions in which it stands */
    record DialListView(long id, String name, List<DialRow> rows, List<String> within, long version) {}

    private final DialStore store;
    private final DialPlans plans;
    private final Acts acts;

    DialListController(DialStore store, DialPlans plans, Acts acts) {
        this.store = store;
        this.plans = plans;
        this.acts = acts;
    }

    @GetMapping
    List<DialListView> lists(@RequestParam long domainId) {
        Map<Long, DialList> all = plans.lists(domainId);
        return store.lists(domainId).stream()
                .map(kept -> new DialListView(
                        kept.value().id(),
                        kept.value().name(),
                        DialListForm.rows(kept.value(), all),
                        within(domainId, kept.value().id()),
                        kept.version()))
                .toList();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Made add(@RequestBody DialListForm form) {
        plans.needDomain(form.domainId());
        DialList list = Fields.good(form.wish().checked(0, plans.lists(form.domainId()), DialPlans.SERVICES));
        return new Made(acts.act(id -> "made dial list " + list.name(), recording -> {
                    long id = store.add(form.domainId(), list);
                    recording.made(Kept.DIAL_LIST, id);
                    return id;
                })
                .result());
    }

    @PutMapping("/{id}")
    void change(@PathVariable long id, @RequestBody DialListForm form) {
        long domainId = get(id).domainId();
        DialList after = Fields.good(form.wish().checked(id, plans.lists(domainId), DialPlans.SERVICES));
        acts.act(x -> "changed dial list " + after.name(), recording -> {
            recording.changing(Kept.DIAL_LIST, id);
            if (!store.change(after, form.version())) {
                throw RefusedException.changedMeanwhile("dial list");
            }
            return id;
        });
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id) {
        DialStore.Kept<DialList> list = get(id);
        List<String> within = within(list.domainId(), id);
        if (!within.isEmpty()) {
            throw RefusedException.field(
                    "/",
                    list.value().name() + " stands in " + String.join(", ", within) + ".",
                    "Take it out there first.");
        }
        acts.act(x -> "removed dial list " + list.value().name(), recording -> {
            recording.removing(Kept.DIAL_LIST, List.of(id));
            store.removeList(id);
            return id;
        });
    }

    private List<String> within(long domainId, long id) {
        return Stream.concat(
                        store.lists(domainId).stream()
                                .map(DialStore.Kept::value)
                                .filter(list -> list.entries().contains(new DialList.Included(id)))
                                .map(list -> "list " + list.name()),
                        store.permissions(domainId).stream()
                                .map(DialStore.Kept::value)
                                .filter(permission -> permission.lists().contains(id))
                                .map(permission -> "permission " + permission.name()))
                .collect(Collectors.toList());
    }

    private DialStore.Kept<DialList> get(long id) {
        return store.list(id).orElseThrow(() -> RefusedException.notFound("dial list"));
    }
}
