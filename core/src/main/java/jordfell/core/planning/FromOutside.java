package jordfell.core.planning;

import java.util.List;
import java.util.Optional;

/** Who may register from where: from the networks of the sites, and from elsewhere if that is allowed. */
public final class FromOutside {

    /** This machine itself: whoever sits at it is no stranger. */
    private static final String LOOPBACK = "127.0.0.0/8";

    private FromOutside() {}

    /**
     * Why a registration from this address is refused, in a few words; empty if it is not.
     *
     * @param allowed whether the extension may register from outside
     * @param networks those of all sites of the domain; where none are named, nothing is known to be outside
     */
    public static Optional<String> refuse(boolean allowed, List<String> networks, String address) {
        boolean isInside = networks.isEmpty()
                || Networks.contain(networks, address)
                || Networks.contain(List.of(LOOPBACK), address);
        return allowed || isInside
                ? Optional.empty()
                : Optional.of("may not register from outside; " + address + " is in no network of a site");
    }
}
