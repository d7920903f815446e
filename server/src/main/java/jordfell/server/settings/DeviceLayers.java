package jordfell.server.settings;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.planning.LocalPorts;
import jordfell.core.roster.Domain;
import jordfell.core.settings.Layer;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.device.Device;
import jordfell.server.roster.Extension;
import jordfell.server.roster.Site;
import org.springframework.stereotype.Component;

/** Puts the layers of one device together, with what the records themselves say: the domain's name, the line's label. */
@Component
public class DeviceLayers {

    private final SettingStore settings;

    DeviceLayers(SettingStore settings) {
        this.settings = settings;
    }

    /** The layers of the device as a whole. */
    public List<Layer> ofDevice(Device device, Domain domain, Site site) {
        List<Layer> layers = new ArrayList<>();
        layers.add(
                layer(LayerKind.MODEL, device.model().fullName(), device.model().id(), Map.of()));
        layers.add(layer(
                LayerKind.DOMAIN,
                domain.name(),
                Long.toString(domain.id()),
                Map.of(
                        SettingsCatalogue.REGISTRAR, domain.name(),
                        SettingsCatalogue.EXPIRY,
                                Integer.toString(domain.expiry().usual()))));
        layers.add(layer(LayerKind.SITE, site.name(), Long.toString(site.id()), Map.of()));
        device.template()
                .ifPresent(t -> layers.add(layer(LayerKind.TEMPLATE, t.name(), Long.toString(t.id()), Map.of())));
        layers.add(layer(LayerKind.DEVICE, "this device", Long.toString(device.id()), Map.of()));
        return layers;
    }

    /** The device's layers with those of the extension on one of its lines. */
    public List<Layer> ofLine(List<Layer> ofDevice, Optional<Extension> extension, int labelField, Site site) {
        List<Layer> layers = new ArrayList<>(ofDevice);
        extension
                .filter(e -> site.portBase() > 0)
                .ifPresent(e -> layers.add(new Layer(
                        LayerKind.SITE,
                        site.name() + ": " + site.portBase() + " + extension",
                        Map.of(
                                SettingsCatalogue.LOCAL_PORT,
                                Integer.toString(LocalPorts.of(site.portBase(), e.number()))))));
        extension.ifPresent(e -> {
            String label = e.displayName().equals(e.number()) ? e.number() : e.displayName() + " " + e.number();
            layers.add(layer(
                    LayerKind.EXTENSION,
                    "extension " + e.number(),
                    Long.toString(e.id()),
                    Map.of(SettingsCatalogue.LINE_LABEL, label.length() > labelField ? e.number() : label)));
        });
        return layers;
    }

    private Layer layer(LayerKind kind, String name, String owner, Map<String, String> own) {
        Map<String, String> values = new HashMap<>(own);
        values.putAll(settings.values(kind, owner));
        return new Layer(kind, name, values);
    }
}
