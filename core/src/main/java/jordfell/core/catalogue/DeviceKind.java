package jordfell.core.catalogue;

/** What sort of thing a model is. */
public enum DeviceKind {
    DESK_PHONE,
    SOFTPHONE,
    ADAPTER;

    /** Whether a record of this kind may be corrected to the other: a program has no MAC, and no box is without. */
    public boolean mayBecome(DeviceKind other) {
        return (this == SOFTPHONE) == (other == SOFTPHONE);
    }
}
