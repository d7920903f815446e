package jordfell.server.device;

import java.time.Instant;
import java.util.Optional;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.identity.MacAddress;

/** A device as it is kept. */
public record Device(
        long id,
        MacAddress mac,
        DeviceModel model,
        long siteId,
        Optional<TemplateRef> template,
        String label,
        String note,
        Instant enrolledAt,
        String enrolledBy,
        long version) {

    /** The template it follows. */
    public record TemplateRef(long id, String name) {}
}
