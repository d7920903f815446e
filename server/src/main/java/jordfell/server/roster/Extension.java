package jordfell.server.roster;

import java.util.Optional;

/** An extension as it is kept; its password lies elsewhere, sealed. */
public record Extension(
        long id,
        long domainId,
        String number,
        String displayName,
        Optional<Long> personId,
        String authUser,
        int contactLimit,
        long version) {}
