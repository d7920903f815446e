package jordfell.core.intake;

import java.util.List;
import java.util.Optional;
import jordfell.core.identity.ClaimCode;
import jordfell.core.identity.MacAddress;

/**
 * What a ready row writes.
 *
 * @param existing the device that is changed; empty for a new one
 * @param mac empty for a device that is claimed later
 * @param claim the code it was given already; a new one is made where neither this nor a MAC is there
 * @param templateId empty for none
 * @param person whose it is; empty for a place
 * @param softphone whether the kit puts a softphone on the first line's extension too
 * @param changes for an existing device: what becomes different, in words
 */
public record EnrolPlan(
        Optional<Long> existing,
        Optional<MacAddress> mac,
        Optional<ClaimCode> claim,
        String serial,
        String modelId,
        long siteId,
        long domainId,
        String label,
        String note,
        Optional<Long> templateId,
        Optional<Long> kitId,
        Optional<PersonPlan> person,
        List<LinePlan> lines,
        boolean softphone,
        List<Change> changes) {

    public EnrolPlan {
        lines = List.copyOf(lines);
        changes = List.copyOf(changes);
    }

    /**
     * Somebody who is there, or who is made.
     *
     * @param apart tells people of one name from each other who are made at once; 0 where one name is one person
     */
    public record PersonPlan(Optional<Long> id, String name, int apart) {}

    /**
     * A line and its extension.
     *
     * @param extensionId the extension that is there; empty if it is made
     * @param sameAsRow the earlier row that makes the extension, counted from 0; the line shares it
     */
    public record LinePlan(
            int position,
            String number,
            Optional<Long> extensionId,
            Optional<Integer> sameAsRow,
            String displayName,
            String authUser,
            String outgoing) {

        /** Whether this row makes the extension. */
        public boolean makes() {
            return extensionId.isEmpty() && sameAsRow.isEmpty();
        }
    }

    /** A difference between a row and the records. */
    public record Change(String what, String before, String after) {}
}
