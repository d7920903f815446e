package jordfell.core.catalogue;

/** What sort of thing a model is. */
public enum DeviceKind {
    DESK_PHONE,
    SOFTPHONE,
    ADAPTER
}
