package jordfell.core.settings;

/** Where a setting's value can come from, lowest first: a later one wins. */
public enum LayerKind {
    MODEL,
    DOMAIN,
    SITE,
    TEMPLATE,
    KIT,
    EXTENSION,
    DEVICE
}
