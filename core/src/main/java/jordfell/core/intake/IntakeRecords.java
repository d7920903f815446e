package jordfell.core.intake;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.identity.ClaimCode;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.NearMisses;
import jordfell.core.roster.Domain;
import jordfell.core.roster.Kit;
import jordfell.core.roster.NumbersInUse;

/** What enrolment must know of the records. Each answer is asked for as often as there are rows. */
public interface IntakeRecords {

    Optional<Enrolled> byMac(MacAddress mac);

    Optional<Enrolled> byClaim(ClaimCode claim);

    Optional<Enrolled> bySerial(String serial);

    Collection<DeviceModel> models();

    List<SiteRecord> sites();

    Domain domain(long domainId);

    List<TemplateRecord> templates(long domainId);

    List<Kit> kits(long domainId);

    /** People of this name, whatever its case. */
    List<PersonRecord> people(long domainId, String name);

    Optional<ExtensionRecord> extension(long domainId, String number);

    NumbersInUse numbers(long domainId);

    /** Whether others may be shown this number: one of the domain’s outside numbers, or an extension. */
    boolean mayBeShown(long domainId, String number);

    /** MACs of unknown devices that asked for a configuration. */
    NearMisses knocks();

    /** The local SIP ports in use behind a site's router, each with the label of a device that has it. */
    Optional<String> portHolder(long siteId, int port);

    /**
     * A device that is enrolled already.
     *
     * @param numbers its lines' extensions in order, empty text for an unbound one
     * @param person whose its first line is, or empty text
     */
    record Enrolled(
            long id,
            Optional<MacAddress> mac,
            String label,
            long siteId,
            String site,
            String serial,
            String modelId,
            String template,
            String note,
            List<String> numbers,
            String person) {}

    /**
     * A site.
     *
     * @param localMacs whether it expects locally administered addresses
     * @param behindNat whether its devices share an address outside
     * @param portBase the local SIP port is this plus the extension; 0 for no rule
     */
    record SiteRecord(long id, long domainId, String name, boolean localMacs, boolean behindNat, int portBase) {}

    record TemplateRecord(long id, String name) {}

    record PersonRecord(long id, String name, String email, String department, List<String> numbers) {}

    /**
     * An extension.
     *
     * @param devices how many devices have it on a line
     * @param holder one of them
     */
    record ExtensionRecord(
            long id,
            String number,
            Optional<Long> personId,
            String person,
            int contactLimit,
            int devices,
            String holder,
            Optional<Long> holderId) {}
}
