package jordfell.server.device;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.device.Device;
import jordfell.core.ground.Site;
import jordfell.core.planning.LocalPorts;
import jordfell.core.provision.FetchPassword;
import jordfell.core.roster.Domain;
import jordfell.core.settings.Layer;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.records.Extension;
import jordfell.server.records.KitRef;
import jordfell.server.records.LayerBook;
import jordfell.server.records.TemplateStore;
import jordfell.server.security.Sealer;
import org.springframework.stereotype.Component;

/** Puts the layers of one device together, with what the records themselves say: the domain's name, the line's label. */
@Component
public class DeviceLayers {

    private final LayerBook book;
    private final Sealer sealer;

    DeviceLayers(LayerBook book, Sealer sealer) {
        this.book = book;
        this.sealer = sealer;
    }

    /** The layers of the device as a whole. */
    List<OwnedLayer> ofDevice(
            Device device, Domain domain, Site site, List<TemplateStore.Ref> templates, Optional<KitRef> kit) {
        List<OwnedLayer> layers = new ArrayList<>();
        layers.add(made(device));
        layers.add(
                owned(LayerKind.MODEL, device.model().fullName(), device.model().id()));
        OwnedLayer own = owned(LayerKind.DOMAIN, domain.name(), Long.toString(domain.id()));
        layers.add(own.above(Map.of(
                SettingsCatalogue.REGISTRAR,
                domain.name(),
                SettingsCatalogue.EXPIRY,
                Integer.toString(domain.expiry().usual()))));
        layers.add(owned(LayerKind.SITE, site.name(), Long.toString(site.id())));
        templates.forEach(t -> layers.add(owned(LayerKind.TEMPLATE, t.name(), Long.toString(t.id()))));
        kit.ifPresent(k -> layers.add(owned(LayerKind.KIT, k.name(), Long.toString(k.id()))));
        layers.add(owned(LayerKind.DEVICE, "this device", Long.toString(device.id())));
        return layers;
    }

    /** What is said of one of its lines beyond that: the site's rule for ports and the extension's own words. */
    List<OwnedLayer> ofLine(Optional<Extension> extension, int labelField, Site site) {
        if (extension.isEmpty()) {
            return List.of();
        }
        Extension e = extension.get();
        List<OwnedLayer> layers = new ArrayList<>();
        if (site.portBase() > 0) {
            layers.add(new OwnedLayer(
                    Long.toString(site.id()),
                    Layer.of(
                            LayerKind.SITE,
                            site.name() + ": " + site.portBase() + " + extension",
                            Map.of(
                                    SettingsCatalogue.LOCAL_PORT,
                                    Integer.toString(LocalPorts.of(site.portBase(), e.number()))))));
        }
        String label = e.displayName().equals(e.number()) ? e.number() : e.displayName() + " " + e.number();
        layers.add(owned(LayerKind.EXTENSION, "Extension " + e.number(), Long.toString(e.id()))
                .above(Map.of(SettingsCatalogue.LINE_LABEL, label.length() > labelField ? e.number() : label)));
        return layers;
    }

    /** The name and password of its own with which it fetches, lowest of all: whoever writes others means them. */
    private OwnedLayer made(Device device) {
        FetchPassword own = FetchPassword.of(device.id(), sealer.derive("fetch:" + device.id()));
        return new OwnedLayer(
                "",
                Layer.of(
                        LayerKind.MODEL,
                        Layer.MADE,
                        Map.of(
                                SettingsCatalogue.PROVISIONING_USER,
                                own.user(),
                                SettingsCatalogue.PROVISIONING_PASSWORD,
                                own.password())));
    }

    private OwnedLayer owned(LayerKind kind, String name, String owner) {
        return new OwnedLayer(owner, book.layer(kind, name, owner));
    }
}
