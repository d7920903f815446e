package jordfell.core.ladder;

/**
 * Somebody who takes part.
 *
 * @param name as it is spoken of: {@code north}; of a router its outer address
 */
public record Lane(Kind kind, String name) {

    static final Lane PHONE = new Lane(Kind.PHONE, "phone");
    static final Lane LEASES = new Lane(Kind.LEASES, "addresses");
    static final Lane NAMES = new Lane(Kind.NAMES, "names");
    static final Lane FILES = new Lane(Kind.FILES, "files");

    /** What they are, in the order in which they stand. */
    public enum Kind {
        PHONE,
        /** What translates the phone’s address. */
        ROUTER,
        LEASES,
        NAMES,
        FILES,
        NODE
    }

    static Lane node(String name) {
        return new Lane(Kind.NODE, name);
    }
}
