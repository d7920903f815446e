package jordfell.server.records;

import java.util.Optional;
import jordfell.core.roster.ExtensionDetails;

/**
 * An extension as it is kept; its password lies elsewhere, sealed.
 *
 * @param personId whose it is; empty for a place
 * @param outside whether it may register from outside
 * @param permissionClass who may be called with it
 * @param outgoing the number that others see
 * @param pickUpGroup whose members may take each other’s ringing calls; empty for none
 */
public record Extension(
        long id,
        long domainId,
        String number,
        String displayName,
        Optional<Long> personId,
        String authUser,
        int contactLimit,
        boolean outside,
        String permissionClass,
        String outgoing,
        String pickUpGroup,
        long version) {

    /** An extension has 2 to 7 digits. */
    public static final int LONGEST_NUMBER = 7;

    /** The same with another number and the user that usually goes with it. */
    public Extension renumbered(String newNumber, String newAuthUser) {
        return new Extension(
                id,
                domainId,
                newNumber,
                displayName,
                personId,
                newAuthUser,
                contactLimit,
                outside,
                permissionClass,
                outgoing,
                pickUpGroup,
                version);
    }

    /** The same, somebody else’s. */
    public Extension of(Optional<Long> owner) {
        return new Extension(
                id,
                domainId,
                number,
                displayName,
                owner,
                authUser,
                contactLimit,
                outside,
                permissionClass,
                outgoing,
                pickUpGroup,
                version);
    }

    /** The same, which may register from outside. */
    public Extension fromOutside() {
        return new Extension(
                id,
                domainId,
                number,
                displayName,
                personId,
                authUser,
                contactLimit,
                true,
                permissionClass,
                outgoing,
                pickUpGroup,
                version);
    }

    /** The same with so many contacts at once. */
    public Extension holding(int contacts) {
        return new Extension(
                id,
                domainId,
                number,
                displayName,
                personId,
                authUser,
                contacts,
                outside,
                permissionClass,
                outgoing,
                pickUpGroup,
                version);
    }

    /** What a form or a table may write of it. */
    public ExtensionDetails.Written written() {
        return new ExtensionDetails.Written(
                number, displayName, authUser, contactLimit, permissionClass, outgoing, pickUpGroup);
    }
}
