package jordfell.core.casefile;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import jordfell.core.path.DeviceFacts;
import jordfell.core.settings.SettingsCatalogue;

/** A device is to write down all that it can for a while, and to let be captured what it says: what that takes, and who may. */
public final class CloserLook {

    /** How many that work are looked at besides, to compare with. */
    public static final int MOST_SIMILAR = 3;

    /** What each setting is raised to, by its key. */
    public static final Map<String, String> RAISED = raised();

    private CloserLook() {}

    /**
     * Why a device can't be looked at closer; empty if it can.
     *
     * @param changesItsFile whether any of the raised settings would make its file another one
     */
    public static Optional<String> refuse(DeviceFacts device, boolean changesItsFile) {
        if (device.byHand()) {
            return Optional.of("No file is made for it, so it can be told nothing.");
        }
        if (device.released().isEmpty()) {
            return Optional.of("Nothing was released to it yet.");
        }
        if (device.pending()) {
            return Optional.of("It has changes that wait to be released, which would be released with this.");
        }
        return changesItsFile
                ? Optional.empty()
                : Optional.of("It writes down all that it can, or a layer above it has the last word on that.");
    }

    private static Map<String, String> raised() {
        Map<String, String> raised = new LinkedHashMap<>();
        raised.put(SettingsCatalogue.LOG_LEVEL, "7");
        raised.put(SettingsCatalogue.MAY_CAPTURE, "yes");
        return Collections.unmodifiableMap(raised);
    }
}
