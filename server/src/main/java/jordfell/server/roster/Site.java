package jordfell.server.roster;

/**
 * A place.
 *
 * @param token the unguessable part of its provisioning address
 */
public record Site(long id, long domainId, String name, String token, boolean allowsLocalMacs) {

    @Override
    public String toString() {
        return "Site[" + id + ", " + name + "]";
    }
}
