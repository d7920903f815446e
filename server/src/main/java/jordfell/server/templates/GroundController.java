package jordfell.server.templates;

import java.util.List;
import jordfell.core.catalogue.DeviceKind;
import jordfell.server.config.JordfellProperties;
import jordfell.server.records.DomainStore;
import jordfell.server.records.KitStore;
import jordfell.server.records.ModelStore;
import jordfell.server.records.SiteStore;
import jordfell.server.records.TemplateStore;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What every screen needs for its pickers, and the counts in the frame. */
@RestController
@RequestMapping(path = "/api", produces = "application/json")
class GroundController {

    record BlockView(int first, int last, String purpose) {}

    record DomainView(long id, String name, List<BlockView> blocks) {}

    record SiteView(long id, long domainId, String name) {}

    record ModelView(String id, String name, DeviceKind kind, int lines) {}

    record KitChoice(long id, long domainId, String name) {}

    /** For how many days a cleared sheet can be brought back, and what was done be taken back. */
    record Kept(int cleared, int undo) {}

    record Ground(
            Kept kept,
            List<DomainView> domains,
            List<SiteView> sites,
            List<ModelView> models,
            List<TemplateStore.Template> templates,
            List<KitChoice> kits) {}

    private final DomainStore domains;
    private final SiteStore siteStore;
    private final ModelStore models;
    private final TemplateStore templates;
    private final KitStore kitStore;
    private final FrameCounts frame;
    private final Kept kept;

    GroundController(
            DomainStore domains,
            SiteStore siteStore,
            ModelStore models,
            TemplateStore templates,
            KitStore kitStore,
            FrameCounts frame,
            JordfellProperties properties) {
        this.domains = domains;
        this.siteStore = siteStore;
        this.models = models;
        this.templates = templates;
        this.kitStore = kitStore;
        this.frame = frame;
        this.kept = new Kept(properties.clearedDays(), properties.undoDays());
    }

    @GetMapping("/ground")
    Ground ground() {
        return new Ground(
                kept,
                domains.all().stream()
                        .map(d -> new DomainView(
                                d.id(),
                                d.name(),
                                d.blocks().stream()
                                        .map(b -> new BlockView(b.first(), b.last(), b.purpose()))
                                        .toList()))
                        .toList(),
                siteStore.all().stream()
                        .map(s -> new SiteView(s.id(), s.domainId(), s.name()))
                        .toList(),
                models.all().stream()
                        .map(m -> new ModelView(m.id(), m.fullName(), m.kind(), m.lines()))
                        .toList(),
                templates.all(),
                kitStore.names().stream()
                        .map(k -> new KitChoice(k.id(), k.domainId(), k.name()))
                        .toList());
    }

    @GetMapping("/frame")
    FrameCounts.Frame frame() {
        return frame.present();
    }
}
