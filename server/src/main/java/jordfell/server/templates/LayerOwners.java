package jordfell.server.templates;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.device.Device;
import jordfell.core.ground.Site;
import jordfell.core.settings.Layer;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.LayerWord;
import jordfell.core.settings.Setting;
import jordfell.server.device.FactsAssembler;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.DomainStore;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.LayerBook;
import jordfell.server.records.ModelStore;
import jordfell.server.records.SiteStore;
import jordfell.server.records.TemplateStore;
import org.springframework.stereotype.Component;

/** Knows the things that speak in layers: what they are called, and what lies beneath them for certain. */
@Component
class LayerOwners {

    private final Jdbc jdbc;
    private final ModelStore models;
    private final DomainStore domains;
    private final SiteStore sites;
    private final TemplateStore templates;
    private final ExtensionStore extensions;
    private final DeviceStore devices;
    private final FactsAssembler facts;
    private final LayerBook book;

    LayerOwners(
            Jdbc jdbc,
            ModelStore models,
            DomainStore domains,
            SiteStore sites,
            TemplateStore templates,
            ExtensionStore extensions,
            DeviceStore devices,
            FactsAssembler facts,
            LayerBook book) {
        this.jdbc = jdbc;
        this.models = models;
        this.domains = domains;
        this.sites = sites;
        this.templates = templates;
        this.extensions = extensions;
        this.devices = devices;
        this.facts = facts;
        this.book = book;
    }

    /** What the owner of a layer is called; refused if there is no such thing. */
    String name(LayerKind kind, String owner) {
        return nameIfAny(kind, owner).orElseThrow(() -> RefusedException.notFound(words(kind)));
    }

    Optional<String> nameIfAny(LayerKind kind, String owner) {
        return switch (kind) {
            case MODEL -> models.find(owner).map(m -> m.fullName());
            case DOMAIN -> domains.find(id(kind, owner)).map(d -> d.name());
            case SITE -> sites.find(id(kind, owner)).map(Site::name);
            case TEMPLATE -> templates.find(id(kind, owner)).map(TemplateStore.Template::name);
            case KIT -> kit(id(kind, owner)).map(Kit::name);
            case EXTENSION -> extensions.find(id(kind, owner)).map(e -> "Extension " + e.number());
            case DEVICE -> devices.find(id(kind, owner)).map(Device::label);
        };
    }

    /** The word beneath this layer that is locked and can't be overridden there, if there is one. */
    Optional<LayerWord> lockBeneath(LayerKind kind, String owner, Setting setting) {
        return beneath(kind, owner).stream()
                .flatMap(layer -> Optional.ofNullable(layer.words().get(setting.key())).stream())
                .filter(LayerWord::locked)
                .findFirst();
    }

    /** A layer's kind as people call it. */
    static String words(LayerKind kind) {
        return kind.name().toLowerCase(java.util.Locale.ROOT);
    }

    /** Layers that lie beneath this one for every device it reaches, lowest first. */
    private List<Layer> beneath(LayerKind kind, String owner) {
        List<Layer> layers = new ArrayList<>();
        switch (kind) {
            case MODEL, DOMAIN -> {}
            case SITE -> sites.find(id(kind, owner)).ifPresent(s -> layers.add(domain(s.domainId())));
            case TEMPLATE -> {
                long id = id(kind, owner);
                templates.find(id).ifPresent(t -> layers.add(domain(t.domainId())));
                templates.chain(id).stream()
                        .filter(t -> t.id() != id)
                        .forEach(t -> layers.add(book.layer(LayerKind.TEMPLATE, t.name(), Long.toString(t.id()))));
            }
            case KIT -> kit(id(kind, owner)).ifPresent(k -> layers.add(domain(k.domainId())));
            case EXTENSION -> extensions.find(id(kind, owner)).ifPresent(e -> layers.add(domain(e.domainId())));
            case DEVICE ->
                facts.assemble(id(kind, owner))
                        .ifPresent(device -> device.layers().stream()
                                .filter(l -> l.layer().kind() != LayerKind.DEVICE)
                                .forEach(l -> layers.add(l.layer())));
        }
        return layers;
    }

    private Layer domain(long id) {
        return book.layer(LayerKind.DOMAIN, domains.get(id).name(), Long.toString(id));
    }

    private record Kit(String name, long domainId) {}

    private Optional<Kit> kit(long id) {
        return jdbc.one(
                "select name, domain_id from kit where id = ?",
                row -> new Kit(row.text("name"), row.number("domain_id")),
                id);
    }

    private static long id(LayerKind kind, String owner) {
        if (!owner.matches("[0-9]{1,18}")) {
            throw RefusedException.notFound(words(kind));
        }
        return Long.parseLong(owner);
    }
}
