package jordfell.core.catalogue;

import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Optional;

/** Decides whether a device may be relied on with the firmware that it has. */
public final class FirmwareFitness {

    private FirmwareFitness() {}

    /** The versions that a text lists, between commas or blanks. */
    public static List<String> listed(String text) {
        return Arrays.stream(text.split("[,\\s]+")).filter(t -> !t.isEmpty()).toList();
    }

    /**
     * What is wrong with it, to be read behind “it has”; empty if nothing is, or if nothing is known.
     *
     * @param installed what the device said that it has; empty if it never said
     * @param lowest the lowest version that the model is relied on with; empty for any
     * @param blocked versions that are known to be bad
     */
    public static Optional<String> trouble(String installed, String lowest, Collection<String> blocked) {
        if (installed.isEmpty()) {
            return Optional.empty();
        }
        if (blocked.stream().anyMatch(b -> FirmwareWay.BY_NUMBER.compare(b, installed) == 0)) {
            return Optional.of("firmware " + installed + ", which is blocked");
        }
        return !lowest.isEmpty() && FirmwareWay.BY_NUMBER.compare(installed, lowest) < 0
                ? Optional.of("firmware " + installed + ", below the lowest, " + lowest)
                : Optional.empty();
    }

    /**
     * What is wrong with releasing to a device, to be read behind its name: with the firmware that it is given, else with the
     * one that it has and keeps.
     *
     * @param target the version that its configuration names; empty for none
     */
    public static Optional<String> troubleAfter(
            String installed, String target, String lowest, Collection<String> blocked) {
        boolean changes = !target.isEmpty() && FirmwareWay.BY_NUMBER.compare(target, installed) != 0;
        return changes
                ? trouble(target, lowest, blocked).map(t -> "is to get " + t)
                : trouble(installed, lowest, blocked).map(t -> "has " + t);
    }
}
