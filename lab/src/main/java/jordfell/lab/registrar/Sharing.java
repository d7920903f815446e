package jordfell.lab.registrar;

/** Which nodes know of each other’s registrations. */
public interface Sharing {

    /** All of them. */
    Sharing EVERYTHING = (one, other) -> true;

    /** Whether what registered at one node is known at the other. */
    boolean share(String one, String other);
}
