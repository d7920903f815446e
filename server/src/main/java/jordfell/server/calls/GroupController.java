package jordfell.server.calls;

import java.util.List;
import java.util.Optional;
import jordfell.core.calls.Callee;
import jordfell.core.roster.OutsideNumber;
import jordfell.server.answer.Made;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.GroupStore;
import jordfell.server.records.GroupStore.RingGroup;
import jordfell.server.records.OutsideNumberStore;
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

/** Groups of extensions that ring together, or in turn. */
@RestController
@RequestMapping(path = "/api/groups", produces = "application/json")
class GroupController {

    private final GroupStore store;
    private final OutsideNumberStore outside;
    private final DialPlans plans;
    private final RecordedGround ground;
    private final Acts acts;

    GroupController(GroupStore store, OutsideNumberStore outside, DialPlans plans, RecordedGround ground, Acts acts) {
        this.store = store;
        this.outside = outside;
        this.plans = plans;
        this.ground = ground;
        this.acts = acts;
    }

    @GetMapping
    List<GroupView> groups(@RequestParam long domainId) {
        return store.all(domainId).stream().map(GroupView::of).toList();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Made add(@RequestBody GroupForm form) {
        plans.needDomain(form.domainId());
        Callee.Group group = Fields.good(form.wish().checked(Optional.empty(), ground.of(form.domainId())));
        return new Made(acts.act(x -> "made group " + group.number(), recording -> {
                    long id = store.add(form.domainId(), group);
                    recording.made(Kept.RING_GROUP, id);
                    return id;
                })
                .result());
    }

    @PutMapping("/{id}")
    void change(@PathVariable long id, @RequestBody GroupForm form) {
        RingGroup before = get(id);
        Callee.Group after =
                Fields.good(form.wish().checked(Optional.of(before.group().number()), ground.of(before.domainId())));
        acts.act(x -> "changed group " + after.number(), recording -> {
            recording.changing(Kept.RING_GROUP, id);
            if (!store.change(id, after, form.version())) {
                throw RefusedException.changedMeanwhile("group");
            }
            return id;
        });
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id) {
        RingGroup kept = get(id);
        outside.ringingGroup(id).stream().findFirst().ifPresent(did -> {
            throw RefusedException.field(
                    "/",
                    OutsideNumber.show(did.e164()) + " rings " + kept.group().number() + ".",
                    "Have it ring something else first.");
        });
        acts.act(x -> "removed group " + kept.group().number(), recording -> {
            recording.removing(Kept.RING_GROUP, List.of(id));
            store.remove(id);
            return id;
        });
    }

    private RingGroup get(long id) {
        return store.find(id).orElseThrow(() -> RefusedException.notFound("group"));
    }
}
