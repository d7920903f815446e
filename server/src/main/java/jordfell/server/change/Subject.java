package jordfell.server.change;

/** What a {@link Changed} can be about. */
public enum Subject {
    MODEL,
    FAMILY,
    DOMAIN,
    SITE,
    TEMPLATE,
    KIT,
    PERSON,
    EXTENSION,
    NUMBER,
    DEVICE,

    /** Releases and their waves. */
    RELEASE,

    /** Devices to which something was released, or given back. */
    GIVEN,
    FIRMWARE,
    KNOCK,
    STRAY,

    /** Phones of the Lab. */
    PHONE
}
