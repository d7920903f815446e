package jordfell.core.diagnosis;

/** How sure a finding is, surest first. */
public enum Certainty {
    /** There is a proof: a digest that fits, an answer that says so, a record. */
    CERTAIN,
    /** What was seen usually comes of this. */
    LIKELY,
    /** One of several that fit what was seen. */
    POSSIBLE
}
