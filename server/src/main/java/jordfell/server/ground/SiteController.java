package jordfell.server.ground;

import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import jordfell.core.ground.Impact;
import jordfell.core.ground.Site;
import jordfell.core.ground.SiteImpact;
import jordfell.core.ground.SiteWish;
import jordfell.core.settings.LayerKind;
import jordfell.server.answer.Made;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceCounts;
import jordfell.server.records.DevicesUnder;
import jordfell.server.records.SiteStore;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Sites: their network, their clock, and how their phones find their configuration. */
@RestController
@RequestMapping(path = "/api/sites", produces = "application/json")
class SiteController {

    private static final int TOKEN_BYTES = 16;

    private final SiteStore store;
    private final SiteSettings settings;
    private final DeviceCounts counts;
    private final Acts acts;
    private final DevicesUnder devicesUnder;
    private final SecureRandom random = new SecureRandom();

    SiteController(SiteStore store, SiteSettings settings, DeviceCounts counts, Acts acts, DevicesUnder devicesUnder) {
        this.store = store;
        this.settings = settings;
        this.counts = counts;
        this.acts = acts;
        this.devicesUnder = devicesUnder;
    }

    @GetMapping
    List<SiteForm> sites() {
        return store.all().stream()
                .map(s -> SiteForm.of(s, hasPassword(s.id()), settings.of(s.id()), counts.at(s.id())))
                .toList();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Made add(@RequestBody SiteForm form) {
        byte[] token = new byte[TOKEN_BYTES];
        random.nextBytes(token);
        SiteWish wish = form.wish(false);
        Site site = Fields.good(
                wish.checked(Site.fresh(form.domainId(), HexFormat.of().formatHex(token)), 0));
        return new Made(acts.act(id -> "added site " + site.name(), recording -> {
                    long made = store.add(site);
                    settings.put(made, wish.settings());
                    putPassword(made, form);
                    recording.made(Kept.SITE, made);
                    return made;
                })
                .result());
    }

    @PutMapping("/{id}")
    void change(@PathVariable long id, @RequestBody SiteForm form) {
        SiteWish wish = form.wish(hasPassword(id));
        Site after = Fields.good(wish.checked(get(id), form.version()));
        acts.act(x -> "changed site " + after.name(), recording -> {
            recording.changing(Kept.SITE, id);
            if (!store.change(after)) {
                throw RefusedException.changedMeanwhile("site");
            }
            settings.put(id, wish.settings());
            putPassword(id, form);
            return id;
        });
    }

    /** Whom the change would touch, and whether a port rule works for the whole site. */
    @PostMapping("/{id}/impact")
    Impact impact(@PathVariable long id, @RequestBody SiteForm form) {
        Site before = get(id);
        SiteWish wish = form.wish(hasPassword(id));
        Site after = Fields.good(wish.checked(before, form.version()));
        Map<String, String> now = settings.of(id);
        boolean clock = wish.settings().entrySet().stream()
                .anyMatch(e -> !e.getValue().equals(now.getOrDefault(e.getKey(), "")));
        int under = devicesUnder.under(LayerKind.SITE, Long.toString(id)).size();
        return SiteImpact.of(before, after, clock, counts.numbersAt(id), under);
    }

    /** A password that is not sent stays as it is; without a name there is none. */
    private void putPassword(long id, SiteForm form) {
        if (form.fetchUser() == null || form.fetchUser().isBlank()) {
            store.setFetchPassword(id, "");
        } else if (form.fetchPassword() != null && !form.fetchPassword().isEmpty()) {
            store.setFetchPassword(id, form.fetchPassword());
        }
    }

    private boolean hasPassword(long id) {
        return !store.fetchPassword(id).isEmpty();
    }

    private Site get(long id) {
        return store.find(id).orElseThrow(() -> RefusedException.notFound("site"));
    }
}
