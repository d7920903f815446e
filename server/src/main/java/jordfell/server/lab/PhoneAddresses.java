package jordfell.server.lab;

import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import jordfell.core.ground.Site;
import jordfell.core.planning.Networks;

/** Which address a phone of the Lab gets where it is plugged in. */
public final class PhoneAddresses {

    /** Documentation addresses (RFC 5737) for phones at sites that name no network. */
    private static final List<String> ANYWHERE = List.of("203.0.113.0/24", "198.51.100.0/24", "192.0.2.0/24");

    /** Registrars, name servers and the like of the Lab; and this machine. */
    private static final Pattern TAKEN = Pattern.compile("192\\.0\\.2\\.([0-9]{1,2}|254)|127\\..*");

    private static final int MOST_LOOKED_AT = 100_000;

    private PhoneAddresses() {}

    /** The first of the site’s networks that none of these phones has; empty if they all have one. */
    public static Optional<String> free(Site site, Collection<String> used) {
        return those(site, used).findFirst();
    }

    /** How many there are, counted up to so many. */
    public static int freeOf(Site site, Collection<String> used, int most) {
        return (int) those(site, used).limit(most).count();
    }

    private static Stream<String> those(Site site, Collection<String> used) {
        Set<String> held = new HashSet<>(used);
        List<String> networks = Networks.of(site.subnets());
        String router = Networks.lastHost(networks).orElse("");
        return Networks.hosts(networks.isEmpty() ? ANYWHERE : networks)
                .limit(MOST_LOOKED_AT)
                .filter(address ->
                        !held.contains(address) && !TAKEN.matcher(address).matches() && !address.equals(router));
    }
}
