package jordfell.core.milestone;

import java.time.Instant;
import java.util.Optional;
import jordfell.core.evidence.Observation.FirmwareAsked;

/**
 * Firmware that a device is given and does not have afterwards.
 *
 * @param installed the version that it goes on to have
 * @param version the one that it is given
 * @param times how often it was given it
 */
public record FirmwareOffer(String installed, String version, Instant since, Instant last, int times) {

    /** What it asks for next: with the same version as before it did not take what it was given. */
    static Optional<FirmwareOffer> after(Optional<FirmwareOffer> before, FirmwareAsked asked) {
        if (asked.offered().isEmpty()) {
            return before.filter(b -> b.installed().equals(asked.installed()));
        }
        return Optional.of(before.filter(b ->
                        b.installed().equals(asked.installed()) && b.version().equals(asked.offered()))
                .map(b -> new FirmwareOffer(b.installed(), b.version(), b.since(), asked.at(), b.times() + 1))
                .orElseGet(() -> new FirmwareOffer(asked.installed(), asked.offered(), asked.at(), asked.at(), 1)));
    }
}
