package jordfell.core.ground;

import java.util.ArrayList;
import java.util.List;
import jordfell.core.catalogue.DeviceModel;

/** Whom another word about a model touches. */
public final class ModelImpact {

    private ModelImpact() {}

    /**
     * What follows from the change.
     *
     * @param crowded devices that have more lines than the model would, by their names
     * @param devices how many there are of the model
     */
    public static Impact of(DeviceModel before, DeviceModel after, List<String> crowded, int devices) {
        List<String> sentences = new ArrayList<>();
        if (!crowded.isEmpty()) {
            sentences.add(String.join(", ", crowded) + (crowded.size() == 1 ? " has" : " have")
                    + " more lines than that, and can’t be released any more.");
        }
        if (after.passwordField() < before.passwordField()) {
            sentences.add("Passwords longer than " + after.passwordField()
                    + " characters are cut by this model; those that its " + devices
                    + " devices have stay as they are.");
        }
        return new Impact(devices, sentences, List.of());
    }
}
