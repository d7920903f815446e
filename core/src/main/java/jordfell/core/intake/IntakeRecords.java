package jordfell.core.intake;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.identity.MacAddress;
import jordfell.core.roster.Block;
import jordfell.core.roster.NumbersInUse;

/** What enrolment must know of the records of one site and its domain. */
public interface IntakeRecords {

    /** The device that has this MAC, in any domain. */
    Optional<Enrolled> enrolled(MacAddress mac);

    Collection<DeviceModel> models();

    List<Block> blocks();

    NumbersInUse numbers();

    /** The label of the device whose line this extension is, if the extension exists and has one. */
    Optional<String> lineHolder(String number);

    /** Whether the site expects locally administered addresses. */
    boolean allowsLocalMacs();

    /** A device that is enrolled already. */
    record Enrolled(long id, String label, String site) {}
}
