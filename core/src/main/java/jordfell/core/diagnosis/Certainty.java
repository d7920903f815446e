package jordfell.core.diagnosis;

/** How sure a finding is, surest first. */
public enum Certainty {
    CERTAIN,
    LIKELY,
    POSSIBLE
}
