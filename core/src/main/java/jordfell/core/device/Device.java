package jordfell.core.device;

import java.time.Instant;
import java.util.Optional;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.identity.ClaimCode;
import jordfell.core.identity.MacAddress;
import jordfell.core.path.Standing;

/**
 * A device as it is kept.
 *
 * @param byHand nobody makes a file for it: a person types what it needs
 */
public record Device(
        long id,
        Optional<MacAddress> mac,
        Optional<ClaimCode> claim,
        Optional<Instant> claimExpires,
        Standing standing,
        String serial,
        DeviceModel model,
        long siteId,
        Optional<TemplateRef> template,
        String label,
        String note,
        Instant enrolledAt,
        String enrolledBy,
        Optional<Long> batchId,
        boolean byHand,
        long version) {

    /** The same as an edit leaves it. */
    public Device edited(DeviceModel model, long siteId, Optional<TemplateRef> template, String label, String note) {
        return new Device(
                id,
                mac,
                claim,
                claimExpires,
                standing,
                serial,
                model,
                siteId,
                template,
                label,
                note,
                enrolledAt,
                enrolledBy,
                batchId,
                byHand,
                version);
    }

    /** As it was seen at that version. */
    public Device at(long version) {
        return new Device(
                id,
                mac,
                claim,
                claimExpires,
                standing,
                serial,
                model,
                siteId,
                template,
                label,
                note,
                enrolledAt,
                enrolledBy,
                batchId,
                byHand,
                version);
    }

    /** The MAC in its usual form, or the code that it waits for. */
    public String address() {
        return mac.map(MacAddress::toString)
                .or(() -> claim.map(c -> "claim " + c))
                .orElse("");
    }

    /** The template it follows. */
    public record TemplateRef(long id, String name) {}
}
