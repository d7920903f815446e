package jordfell.server.templates;

import java.util.List;
import jordfell.core.catalogue.DeviceKind;
import jordfell.server.catalogue.ModelStore;
import jordfell.server.intake.KnockStore;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.roster.DomainStore;
import jordfell.server.settings.TemplateStore;
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

    record Ground(
            List<DomainView> domains,
            List<SiteView> sites,
            List<ModelView> models,
            List<TemplateStore.Template> templates,
            List<KitChoice> kits) {}

    record Frame(long knocks, long causes, long pending, long pendingReady) {}

    private final Jdbc jdbc;
    private final DomainStore domains;
    private final ModelStore models;
    private final TemplateStore templates;
    private final KnockStore knocks;

    GroundController(Jdbc jdbc, DomainStore domains, ModelStore models, TemplateStore templates, KnockStore knocks) {
        this.jdbc = jdbc;
        this.domains = domains;
        this.models = models;
        this.templates = templates;
        this.knocks = knocks;
    }

    @GetMapping("/ground")
    Ground ground() {
        return new Ground(
                domains.all().stream()
                        .map(d -> new DomainView(
                                d.id(),
                                d.name(),
                                d.blocks().stream()
                                        .map(b -> new BlockView(b.first(), b.last(), b.purpose()))
                                        .toList()))
                        .toList(),
                domains.sites().stream()
                        .map(s -> new SiteView(s.id(), s.domainId(), s.name()))
                        .toList(),
                models.all().stream()
                        .map(m -> new ModelView(m.id(), m.fullName(), m.kind(), m.lines()))
                        .toList(),
                templates.all(),
                jdbc.list(
                        "select id, domain_id, name from kit order by name",
                        row -> new KitChoice(row.number("id"), row.number("domain_id"), row.text("name"))));
    }

    @GetMapping("/frame")
    Frame frame() {
        return new Frame(
                knocks.count(),
                count("select count(*) n from (select distinct cause, variant from device_state "
                        + "where cause <> '' and condition <> 'PARKED')"),
                count("select count(*) n from device_state where pending"),
                count("select count(*) n from device_state where pending and releasable"));
    }

    private long count(String sql) {
        return jdbc.one(sql, row -> row.number("n")).orElse(0L);
    }
}
