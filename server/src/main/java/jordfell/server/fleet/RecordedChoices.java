package jordfell.server.fleet;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.device.DeviceChoices;
import jordfell.core.ground.Site;
import jordfell.server.records.ModelStore;
import jordfell.server.records.SiteStore;
import jordfell.server.records.TemplateStore;

/** What the records have for a device to name; each is read once, however many devices name it. For one look. */
final class RecordedChoices implements DeviceChoices {

    private final ModelStore models;
    private final SiteStore sites;
    private final TemplateStore templates;
    private final Map<String, Optional<DeviceModel>> modelsRead = new HashMap<>();
    private final Map<Long, Optional<Site>> sitesRead = new HashMap<>();
    private final Map<Long, Optional<Template>> templatesRead = new HashMap<>();

    RecordedChoices(ModelStore models, SiteStore sites, TemplateStore templates) {
        this.models = models;
        this.sites = sites;
        this.templates = templates;
    }

    @Override
    public Optional<DeviceModel> model(String id) {
        return modelsRead.computeIfAbsent(id, models::find);
    }

    @Override
    public Optional<Site> site(long id) {
        return sitesRead.computeIfAbsent(id, sites::find);
    }

    @Override
    public Optional<Template> template(long id) {
        return templatesRead.computeIfAbsent(
                id, t -> templates.find(t).map(found -> new Template(found.id(), found.domainId(), found.name())));
    }
}
