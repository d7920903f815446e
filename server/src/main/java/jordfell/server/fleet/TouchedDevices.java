package jordfell.server.fleet;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.NearMisses;
import jordfell.core.settings.LayerKind;
import jordfell.server.change.Changed;
import jordfell.server.change.Subject;
import jordfell.server.history.LastActs;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.DevicesUnder;
import jordfell.server.records.KeyLayoutStore;
import jordfell.server.records.PhonebookStore;
import jordfell.server.search.FleetIndex;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Which devices stand otherwise since a change: lists show or drop them at once, and their paths are computed again. */
@Component
class TouchedDevices {

    /** Kinds that speak to many devices as a layer. */
    private static final List<Subject> LAYERS =
            List.of(Subject.MODEL, Subject.DOMAIN, Subject.SITE, Subject.TEMPLATE, Subject.KIT);

    private final DeviceStore devices;
    private final KeyLayoutStore keyLayouts;
    private final PathKeeper paths;
    private final FleetIndex index;
    private final LastActs acts;
    private final DevicesUnder devicesUnder;
    private final PhonebookStore phonebooks;

    TouchedDevices(
            DeviceStore devices,
            KeyLayoutStore keyLayouts,
            PathKeeper paths,
            FleetIndex index,
            LastActs acts,
            DevicesUnder devicesUnder,
            PhonebookStore phonebooks) {
        this.devices = devices;
        this.keyLayouts = keyLayouts;
        this.paths = paths;
        this.index = index;
        this.acts = acts;
        this.devicesUnder = devicesUnder;
        this.phonebooks = phonebooks;
    }

    @EventListener
    @Order(1)
    void follow(Changed changed) {
        Set<Long> extensions = changed.numbersOf(Subject.EXTENSION);
        Set<Long> listed = new LinkedHashSet<>(changed.numbersOf(Subject.DEVICE));
        listed.addAll(devices.withExtensions(extensions));
        listed.addAll(devices.withExtensions(changed.numbersOf(Subject.PASSWORD)));
        listed.addAll(devices.withPeople(changed.numbersOf(Subject.PERSON)));
        index.touch(listed);
        paths.touchChanged(listed);
        Set<Long> spokenTo = new LinkedHashSet<>();
        for (Subject layer : LAYERS) {
            changed.of(layer)
                    .forEach(owner -> spokenTo.addAll(devicesUnder.under(LayerKind.valueOf(layer.name()), owner)));
        }
        changed.of(Subject.FAMILY).forEach(family -> spokenTo.addAll(devices.ofFamily(family)));
        if (changed.touches(Subject.PHONEBOOK) || changed.touches(Subject.EDITION)) {
            phonebooks.giving().forEach(g -> spokenTo.addAll(devicesUnder.under(g.layer(), g.owner())));
        }
        if (!extensions.isEmpty() || !changed.of(Subject.PERSON).isEmpty()) {
            // Their keys follow the roster: somebody's name or number may stand on them.
            spokenTo.addAll(keyLayouts.filledDevices());
        }
        paths.touchChanged(spokenTo);
        changed.of(Subject.KNOCK).forEach(mac -> paths.touch(devices.among(NearMisses.around(MacAddress.of(mac)))));
        Set<Long> given = changed.numbersOf(Subject.GIVEN);
        paths.touch(given);
        spokenTo.addAll(listed);
        spokenTo.addAll(given);
        if (!changed.what().isEmpty()) {
            acts.done(spokenTo, changed.who(), changed.what());
        }
    }
}
