package jordfell.core.history;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.RegistrationState;

/**
 * Whether calls reach an extension, and if not, what is known of why.
 *
 * @param state that of the holder who stands best; empty if nobody has it
 * @param holders those that registered it first, then those that are refused, then those that had it or should
 */
public record ExtensionStatus(Optional<RegistrationState> state, List<Holder> holders) {

    /**
     * A device or a stray.
     *
     * @param name the device's label, or what a stray says of itself
     * @param deviceId 0 for a stray
     * @param byHand a device that does not have the extension on record
     * @param peer the address and port from which it was heard last; empty if it never was
     * @param node the registrar that has its binding, or refused it
     * @param since since when it stands so
     * @param why what is found about it; empty for nothing
     */
    public record Holder(
            RegistrationState state,
            String name,
            long deviceId,
            boolean byHand,
            String peer,
            String node,
            Optional<Instant> since,
            String why) {}

    /** The status that follows from all who have the extension. */
    public static ExtensionStatus of(List<Holder> holders) {
        List<Holder> ordered = holders.stream()
                .sorted(Comparator.comparing(Holder::state)
                        .thenComparing(h -> h.deviceId() == 0)
                        .thenComparing(Holder::name))
                .toList();
        return new ExtensionStatus(ordered.stream().findFirst().map(Holder::state), ordered);
    }
}
