package jordfell.core.device;

import java.util.Optional;

/**
 * A line of a device; without an extension it is wanted and not bound.
 *
 * @param position from 1 on
 */
public record DeviceLine(int position, Optional<Long> extensionId) {

    public static DeviceLine unbound(int position) {
        return new DeviceLine(position, Optional.empty());
    }
}
