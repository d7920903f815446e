package jordfell.server.calls;

import java.util.Optional;
import jordfell.core.calls.Callee;
import jordfell.core.calls.ChangedGround;
import jordfell.core.calls.Diversions;
import jordfell.server.calls.DiversionController.DiversionsForm;
import jordfell.server.calls.RingImpact.RingImpactView;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.GroupStore;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What would ring elsewhere from then on, before a diversion or a group is kept. */
@RestController
@RequestMapping(path = "/api/calls", produces = "application/json")
class RingImpactController {

    private final RingImpact impact;
    private final GroupStore groups;

    RingImpactController(RingImpact impact, GroupStore groups) {
        this.impact = impact;
        this.groups = groups;
    }

    @PostMapping("/diversions/impact")
    RingImpactView diverting(
            @RequestParam long domainId, @RequestParam String number, @RequestBody DiversionsForm form) {
        return impact.of(domainId, ground -> {
            Callee.Line line = ground.line(number).orElseThrow(() -> RefusedException.notFound("extension"));
            Diversions after = Fields.good(form.wish().checked(line, ground));
            return new ChangedGround(ground, new Callee.Line(line.number(), line.name(), line.ringers(), after));
        });
    }

    /** @param id of the group that would be changed; 0 for a new one */
    @PostMapping("/groups/impact")
    RingImpactView grouping(@RequestParam(defaultValue = "0") long id, @RequestBody GroupForm form) {
        Optional<GroupStore.RingGroup> kept = groups.find(id);
        long domainId = kept.map(GroupStore.RingGroup::domainId).orElse(form.domainId());
        Optional<String> before = kept.map(k -> k.group().number());
        return impact.of(domainId, ground -> {
            Callee.Group after = Fields.good(form.wish().checked(before, ground));
            return new ChangedGround(ground, after, before.orElse(after.number()));
        });
    }
}
