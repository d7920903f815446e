package jordfell.core.device;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import jordfell.core.ground.Site;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;
import jordfell.core.path.Standing;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblem;
import jordfell.core.wish.FieldProblems;

/** Another box in a device's place, by what was scanned of it. */
public record ReplacementWish(String mac) {

    private static final String SCAN = "Scan the new box.";

    /** The new box; a spare whose record it gives up. */
    public record Box(MacAddress mac, Optional<Device> spare) {}

    /** The box, or what is wrong with it; {@code enrolled} finds a device by its MAC. */
    public Checked<Box> checked(Device device, Site site, Function<MacAddress, Optional<Device>> enrolled) {
        MacReading reading = MacReader.read(mac).takenAt(site.allowsLocalMacs());
        if (!(reading instanceof MacReading.Valid valid)) {
            MacReading.Refused refused = (MacReading.Refused) reading;
            return new Checked.Bad<>(List.of(new FieldProblem("/mac", refused.reason(), refused.hint())));
        }
        FieldProblems problems = new FieldProblems();
        Optional<Device> other = enrolled.apply(valid.mac()).filter(o -> o.id() != device.id());
        if (device.mac().filter(valid.mac()::equals).isPresent()) {
            problems.add("mac", "This is the MAC it has already.", SCAN);
        }
        other.ifPresent(o -> refuse(device, o, problems));
        return problems.otherwise(() -> new Box(valid.mac(), other));
    }

    private static void refuse(Device device, Device other, FieldProblems problems) {
        if (other.standing() != Standing.SPARE) {
            problems.add(
                    "mac",
                    other.address() + " is " + other.label() + ", which is in use or retired.",
                    "Scan the new box, or make that device a spare first.");
        } else if (!other.model().id().equals(device.model().id())) {
            problems.add(
                    "mac",
                    "That spare’s model is " + other.model().fullName() + "; this one’s is "
                            + device.model().fullName() + ".",
                    "Change the model first, or take a spare of the same model.");
        }
    }
}
