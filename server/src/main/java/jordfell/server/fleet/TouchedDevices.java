package jordfell.server.fleet;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import jordfell.core.settings.LayerKind;
import jordfell.server.device.DeviceStore;
import jordfell.server.history.LastActs;
import jordfell.server.settings.KeyLayoutStore;
import jordfell.server.undo.Kept;
import jordfell.server.undo.RecordsTouched;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Which devices stand otherwise since an act: their paths are computed again. */
@Component
class TouchedDevices {

    /** Kinds that speak to many devices as a layer. */
    private static final List<Kept> LAYERS = List.of(Kept.MODEL, Kept.DOMAIN, Kept.SITE, Kept.TEMPLATE, Kept.KIT);

    private final DeviceStore devices;
    private final KeyLayoutStore keyLayouts;
    private final PathKeeper paths;
    private final LastActs acts;

    TouchedDevices(DeviceStore devices, KeyLayoutStore keyLayouts, PathKeeper paths, LastActs acts) {
        this.devices = devices;
        this.keyLayouts = keyLayouts;
        this.paths = paths;
        this.acts = acts;
    }

    @EventListener
    void follow(RecordsTouched touched) {
        Set<Long> extensions = touched.numbersOf(Kept.EXTENSION);
        Set<Long> listed = new LinkedHashSet<>(touched.numbersOf(Kept.DEVICE));
        listed.addAll(devices.withExtensions(extensions));
        listed.addAll(devices.withPeople(touched.numbersOf(Kept.PERSON)));
        paths.touchListed(listed);
        paths.touchChanged(listed);
        Set<Long> spokenTo = new LinkedHashSet<>();
        for (Kept layer : LAYERS) {
            touched.of(layer).forEach(owner -> spokenTo.addAll(devices.under(LayerKind.valueOf(layer.name()), owner)));
        }
        touched.of(Kept.FAMILY).forEach(family -> spokenTo.addAll(devices.ofFamily(family)));
        if (!extensions.isEmpty() || !touched.of(Kept.PERSON).isEmpty()) {
            // Their keys follow the roster: somebody's name or number may stand on them.
            spokenTo.addAll(keyLayouts.filledDevices());
        }
        paths.touchChanged(spokenTo);
        spokenTo.addAll(listed);
        acts.done(spokenTo, touched.who(), touched.what());
    }
}
