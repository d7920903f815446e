package jordfell.core.ground;

/**
 * A place.
 *
 * @param token the unguessable part of its provisioning address
 * @param subnets CIDR ranges of its phones, separated by blanks
 * @param publicAddress what the outside sees of it behind NAT
 * @param natTimeout how long its router remembers a silent UDP flow, in seconds
 * @param learns how its devices learn the provisioning address
 * @param access who may fetch configurations here
 * @param portBase a line's local SIP port is this plus its extension; 0 for no rule
 */
public record Site(
        long id,
        long domainId,
        String name,
        String token,
        boolean allowsLocalMacs,
        String subnets,
        boolean behindNat,
        String publicAddress,
        int natTimeout,
        Learns learns,
        int portBase,
        Access access,
        long version) {

    /**
     * Who may fetch configurations.
     *
     * @param user with which name; empty for none. The password lies elsewhere, sealed.
     * @param from from which CIDR ranges, divided by blanks; empty for all
     */
    public record Access(String user, String from) {}

    private static final int USUAL_TIMEOUT = 60;

    /** A site of which nothing is said yet; its number is given when it is kept. */
    public static Site fresh(long domainId, String token) {
        return new Site(
                0,
                domainId,
                "",
                token,
                false,
                "",
                false,
                "",
                USUAL_TIMEOUT,
                Learns.OPTION_66,
                0,
                new Access("", ""),
                0);
    }

    /** The same with other networks of its phones, and from where files are given. */
    public Site letting(String networks, String from) {
        return new Site(
                id,
                domainId,
                name,
                token,
                allowsLocalMacs,
                networks,
                behindNat,
                publicAddress,
                natTimeout,
                learns,
                portBase,
                new Access(access.user(), from),
                version);
    }

    /** How devices learn where their configuration is. */
    public enum Learns {
        OPTION_66,
        OPTION_160,
        BY_HAND,
        CLAIM_CODE
    }

    @Override
    public String toString() {
        return "Site[" + id + ", " + name + "]";
    }
}
