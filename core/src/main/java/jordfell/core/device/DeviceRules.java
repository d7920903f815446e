package jordfell.core.device;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.path.Standing;
import jordfell.core.wish.FieldProblem;

/** What can't be done with a device as it is; empty where it can. */
public final class DeviceRules {

    private DeviceRules() {}

    /** Removed with all that is known of it. */
    public static Optional<FieldProblem> refuseRemoval(Device device, boolean wasReleased) {
        return refuse(
                wasReleased, "/", device.label() + " has a history.", "Retire it: that keeps what was seen of it.");
    }

    /** Given files, or set by hand. */
    public static Optional<FieldProblem> refuseByHand(Device device, boolean on) {
        return refuse(
                !on && !device.model().readsFiles(),
                "/on",
                "Nobody makes files for the " + device.model().fullName() + ".",
                "Give it a model that reads a family’s files first.");
    }

    /** Given a code in place of a MAC that is not known yet. */
    public static Optional<FieldProblem> refuseClaim(Device device) {
        return refuse(
                device.mac().isPresent(),
                "/",
                device.label() + " has its MAC already.",
                "A claim code is for a device without one.");
    }

    /** In use, on the shelf, or retired from now on. */
    public static Optional<FieldProblem> refuseStanding(Device device, Standing standing) {
        String already = switch (standing) {
            case IN_USE -> " is in use already.";
            case SPARE -> " is on the shelf already.";
            case RETIRED -> " is retired already.";
        };
        return refuse(device.standing() == standing, "/standing", device.label() + already, "There is nothing to do.");
    }

    public static Optional<FieldProblem> refuseSwap(Device device, List<DeviceLine> lines) {
        return refuse(lines.size() < 2, "/", device.label() + " has only one line.", "There is nothing to swap.");
    }

    /** The lines with the extensions of the first two exchanged. */
    public static List<DeviceLine> swapped(List<DeviceLine> lines) {
        List<DeviceLine> swapped = new ArrayList<>(lines);
        swapped.set(0, new DeviceLine(lines.get(0).position(), lines.get(1).extensionId()));
        swapped.set(1, new DeviceLine(lines.get(1).position(), lines.get(0).extensionId()));
        return List.copyOf(swapped);
    }

    private static Optional<FieldProblem> refuse(boolean isRefused, String pointer, String reason, String hint) {
        return isRefused ? Optional.of(new FieldProblem(pointer, reason, hint)) : Optional.empty();
    }
}
