package jordfell.core.evidence;

/** How a number stands with an agent, the best first: the first of several speaks for the number. */
public enum RegistrationState {
    REGISTERED,

    /** It tries, and is not let in. */
    REFUSED,

    /** It was registered once. */
    ENDED,

    /** It was never registered, and nothing that was seen says why. */
    NEVER
}
