package jordfell.server.roster;

import jordfell.server.records.Extension;
import org.jspecify.annotations.Nullable;

/** An extension as it is wished to be. */
record ChangedExtension(
        String number,
        @Nullable String displayName,
        @Nullable String person,
        @Nullable String authUser,
        int contactLimit,
        boolean outside,
        @Nullable String permissionClass,
        @Nullable String outgoing,
        @Nullable String pickUpGroup,
        long version) {

    /** What becomes of it; whose it is, is said apart. */
    Extension of(Extension before) {
        return new Extension(
                before.id(),
                before.domainId(),
                ExtensionController.number(number),
                text(displayName),
                before.personId(),
                text(authUser),
                contactLimit,
                outside,
                text(permissionClass),
                text(outgoing),
                text(pickUpGroup),
                version);
    }

    private static String text(@Nullable String text) {
        return text == null ? "" : text.strip();
    }
}
