package jordfell.server.device;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.device.Device;
import jordfell.core.ground.Site;
import jordfell.core.keys.KeyFill.Somebody;
import jordfell.core.keys.KeyPlan;
import jordfell.core.path.DeviceFacts;
import jordfell.core.render.Dialect;
import jordfell.core.roster.Domain;
import jordfell.server.records.Extension;
import jordfell.server.records.PersonStore;
import jordfell.server.records.TemplateStore;

/**
 * All that the records say of one device, as it was read: what follows from it is worked out without asking again.
 *
 * @param templates its template and those that it extends, the furthest first
 * @param layers of the device as a whole, lowest first
 * @param keys what its templates and itself wish of its keys
 * @param people whom keys that a rule fills may name
 * @param transports how its model can travel; none if that is not known
 * @param dialect of its family; empty if that can't be written at present
 * @param released what it was released last
 * @param heldBack why the release that is being made left it out
 * @param beside what else is on record that bears on it
 * @param books phonebooks that it may have, by their names
 * @param holds most names of a phonebook that its model holds; 0 if that is not known
 */
record LoadedDevice(
        Device device,
        Domain domain,
        Site site,
        List<TemplateStore.Ref> templates,
        List<OwnedLayer> layers,
        List<Line> lines,
        List<KeyPlan.Words> keys,
        List<Somebody> people,
        List<String> transports,
        Optional<Dialect> dialect,
        Optional<DeviceFacts.ReleaseFacts> released,
        Optional<DeviceFacts.HeldBack> heldBack,
        DeviceFacts.Beside beside,
        Map<String, PublishedBooks.Book> books,
        int holds) {

    /**
     * A line as it was read.
     *
     * @param password the one that its extension has now; empty if it has no extension
     * @param divertedTo where the registrar sends all of its extension's calls; empty if they ring it
     * @param layers what is said of this line beyond what is said of the device
     */
    record Line(
            int position,
            Optional<Extension> extension,
            String password,
            Optional<String> divertedTo,
            Optional<PersonStore.Person> person,
            List<OwnedLayer> layers) {

        @Override
        public String toString() {
            return "Line[" + position + "]";
        }
    }

    @Override
    public String toString() {
        return "LoadedDevice[" + device.id() + "]";
    }

    /** The same if one layer said something else. */
    LoadedDevice trying(FactsAssembler.Trial trial) {
        return new LoadedDevice(
                device,
                domain,
                site,
                templates,
                tried(layers, trial),
                lines.stream()
                        .map(line -> new Line(
                                line.position(),
                                line.extension(),
                                line.password(),
                                line.divertedTo(),
                                line.person(),
                                tried(line.layers(), trial)))
                        .toList(),
                keys,
                people,
                transports,
                dialect,
                released,
                heldBack,
                beside,
                books,
                holds);
    }

    private static List<OwnedLayer> tried(List<OwnedLayer> layers, FactsAssembler.Trial trial) {
        return layers.stream()
                .map(l -> l.layer().kind() == trial.kind() && l.owner().equals(trial.owner())
                        ? new OwnedLayer(l.owner(), l.layer().with(trial.setting(), trial.value()))
                        : l)
                .toList();
    }
}
