package jordfell.server.change;

/** What a {@link Changed} can be about. */
public enum Subject {
    MODEL,
    FAMILY,
    DOMAIN,
    SITE,
    TEMPLATE,
    KIT,
    DIAL_LIST,
    PERMISSION,

    /** Extensions that ring as one. */
    RING_GROUP,
    PHONEBOOK,
    CONTACT,

    /** What phones are given of a phonebook. */
    EDITION,
    PERSON,
    EXTENSION,

    /** Extensions whose password is another; whose they are and what they are called is not touched. */
    PASSWORD,
    NUMBER,
    DEVICE,

    /** Releases and their waves. */
    RELEASE,

    /** Devices to which something was released, or given back. */
    GIVEN,
    FIRMWARE,

    /** MACs that nobody enrolled and that ask for files, those that are new. */
    KNOCK,
    STRAY,

    /** Devices of which it is known now what came of what was done. */
    REMEDY,

    /** Who works on which cause. */
    TRIAGE,

    /** Phones of the Lab. */
    PHONE
}
