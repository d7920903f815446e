package jordfell.server.intake;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import jordfell.core.ground.Site;
import jordfell.core.intake.IntakeColumn;
import jordfell.core.intake.IntakeRow;
import jordfell.core.roster.Kit;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.KitStore;
import jordfell.server.records.SiteStore;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** A new starter: a name and a kit are enough. */
@RestController
@RequestMapping(path = "/api/starters", produces = "application/json")
class StarterController {

    /**
     * Somebody who starts.
     *
     * @param mac of their phone, where it is known already
     * @param another whether it is somebody else than whoever has this name already
     */
    record Starter(
            @Nullable String name,
            long kitId,
            long siteId,
            @Nullable String mac,
            boolean another) {}

    record Started(long actId, long personId, List<Long> deviceIds) {}

    private final Enrolling enrolling;
    private final KitStore kits;
    private final SiteStore sites;
    private final ExtensionStore extensions;
    private final IntakeStores stores;

    StarterController(
            Enrolling enrolling, KitStore kits, SiteStore sites, ExtensionStore extensions, IntakeStores stores) {
        this.enrolling = enrolling;
        this.kits = kits;
        this.sites = sites;
        this.extensions = extensions;
        this.stores = stores;
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Started start(@RequestBody Starter wish) {
        String name = Fields.needed(wish.name(), "name", "name", 100);
        Kit kit = kits.find(wish.kitId())
                .orElseThrow(() -> RefusedException.field("/kitId", "There is no such kit.", "Choose one."));
        Site site = sites.find(wish.siteId())
                .filter(s -> s.domainId() == kit.domainId())
                .orElseThrow(() ->
                        RefusedException.field("/siteId", "There is no such site in the kit’s domain.", "Choose one."));
        String mac = Fields.text(wish.mac(), "mac", "MAC", 100);
        Map<IntakeColumn, String> cells = new EnumMap<>(IntakeColumn.class);
        cells.put(IntakeColumn.DEVICE, mac.isEmpty() ? "claim" : mac);
        stores.people().named(kit.domainId(), name).stream()
                .filter(p -> !wish.another())
                .findFirst()
                .ifPresent(p -> {
                    throw RefusedException.field(
                            "/name",
                            "There is a " + p.name() + " already"
                                    + (p.department().isEmpty() ? "." : ", in " + p.department() + "."),
                            "Open that person, or say that this is somebody else.");
                });
        cells.put(IntakeColumn.PERSON, wish.another() ? name + " (new)" : name);
        cells.put(IntakeColumn.KIT, kit.name());
        cells.put(IntakeColumn.SITE, site.name());
        cells.put(IntakeColumn.EXTENSION, "draw");
        Batches.Enrolled done = enrolling.enrol(List.of(new IntakeRow(cells)), name);
        long person = done.deviceIds().stream()
                .flatMap(id -> stores.devices().lines(id).stream())
                .flatMap(l -> l.extensionId().stream())
                .flatMap(id -> extensions.find(id).stream())
                .flatMap(e -> e.personId().stream())
                .findFirst()
                .orElse(0L);
        return new Started(done.actId(), person, done.deviceIds());
    }
}
