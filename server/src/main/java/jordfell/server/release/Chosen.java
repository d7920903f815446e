package jordfell.server.release;

import java.util.List;
import java.util.Optional;
import jordfell.server.problem.RefusedException;
import org.jspecify.annotations.Nullable;

/**
 * Which devices a release is of: named one by one, or all that are changed.
 *
 * @param allPending instead of naming devices one by one
 */
record Chosen(@Nullable List<Long> deviceIds, @Nullable AllPending allPending) {

    private static final int MOST_NAMED = 20_000;

    /**
     * All that are changed and could be released, however many.
     *
     * @param q only those with this in their label, MAC, site or model
     * @param except without these
     */
    record AllPending(@Nullable String q, @Nullable List<Long> except) {}

    List<Long> ids(PendingDevices pending) {
        if (allPending != null) {
            List<Long> ready = pending.ready(
                    allPending.q() == null ? "" : allPending.q(),
                    Optional.ofNullable(allPending.except()).orElse(List.of()));
            if (ready.isEmpty()) {
                throw RefusedException.field(
                        "/allPending", "No device is changed and ready to be released.", "Load again.");
            }
            return ready;
        }
        if (deviceIds == null || deviceIds.isEmpty()) {
            throw RefusedException.field("/deviceIds", "No device is chosen.", "Choose at least one.");
        }
        if (deviceIds.size() > MOST_NAMED) {
            throw RefusedException.field(
                    "/deviceIds",
                    deviceIds.size() + " devices are too many to be named one by one.",
                    "Release all that are changed, with a search or exceptions.");
        }
        return deviceIds.stream().distinct().toList();
    }
}
