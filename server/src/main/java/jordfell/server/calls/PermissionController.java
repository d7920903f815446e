package jordfell.server.calls;

import java.util.Collection;
import java.util.List;
import jordfell.core.dialing.Permission;
import jordfell.server.answer.Made;
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

/** Permissions: which dial lists count for an extension, and in which order. */
@RestController
@RequestMapping(path = "/api/permissions", produces = "application/json")
class PermissionController {

    /** @param extensions how many have it */
    record PermissionView(long id, String name, List<Long> lists, int extensions, int kits, long version) {}

    private final DialStore store;
    private final DialPlans plans;
    private final Acts acts;

    PermissionController(DialStore store, DialPlans plans, Acts acts) {
        this.store = store;
        this.plans = plans;
        this.acts = acts;
    }

    @GetMapping
    List<PermissionView> permissions(@RequestParam long domainId) {
        return store.permissions(domainId).stream()
                .map(kept -> new PermissionView(
                        kept.value().id(),
                        kept.value().name(),
                        kept.value().lists(),
                        store.extensionsWith(domainId, kept.value().name()).size(),
                        store.kitsWith(domainId, kept.value().name()).size(),
                        kept.version()))
                .toList();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Made add(@RequestBody PermissionForm form) {
        plans.needDomain(form.domainId());
        Permission permission = Fields.good(form.wish().checked(0, all(form.domainId()), plans.lists(form.domainId())));
        return new Made(acts.act(id -> "made permission " + permission.name(), recording -> {
                    long id = store.add(form.domainId(), permission);
                    recording.made(Kept.PERMISSION, id);
                    return id;
                })
                .result());
    }

    /** Extensions and kits that have it follow it to another name. */
    @PutMapping("/{id}")
    void change(@PathVariable long id, @RequestBody PermissionForm form) {
        DialStore.Kept<Permission> before = get(id);
        long domainId = before.domainId();
        String name = before.value().name();
        Permission after = Fields.good(form.wish().checked(id, all(domainId), plans.lists(domainId)));
        acts.act(x -> "changed permission " + after.name(), recording -> {
            recording.changing(Kept.PERMISSION, id);
            if (!after.name().equals(name)) {
                recording.changing(Kept.EXTENSION, store.extensionsWith(domainId, name));
                recording.changing(Kept.KIT, store.kitsWith(domainId, name));
                store.rename(domainId, name, after.name());
            }
            if (!store.change(after, form.version())) {
                throw RefusedException.changedMeanwhile("permission");
            }
            return id;
        });
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id) {
        DialStore.Kept<Permission> kept = get(id);
        String name = kept.value().name();
        int extensions = store.extensionsWith(kept.domainId(), name).size();
        int kits = store.kitsWith(kept.domainId(), name).size();
        if (extensions + kits > 0) {
            throw RefusedException.field(
                    "/",
                    name + " is the permission of " + counted(extensions, "extension") + " and " + counted(kits, "kit")
                            + ".",
                    "Give them another first.");
        }
        acts.act(x -> "removed permission " + name, recording -> {
            recording.removing(Kept.PERMISSION, List.of(id));
            store.removePermission(id);
            return id;
        });
    }

    private static String counted(int count, String what) {
        return count + " " + what + (count == 1 ? "" : "s");
    }

    private Collection<Permission> all(long domainId) {
        return store.permissions(domainId).stream().map(DialStore.Kept::value).toList();
    }

    private DialStore.Kept<Permission> get(long id) {
        return store.permission(id).orElseThrow(() -> RefusedException.notFound("permission"));
    }
}
