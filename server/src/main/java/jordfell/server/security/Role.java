package jordfell.server.security;

/** What somebody may do; each may do what the ones before may. */
public enum Role {
    /** Looks at everything but secrets. */
    VIEWER,
    /** Changes everything but what only a lead may. */
    TECHNICIAN,
    /** Sees secrets. */
    LEAD
}
