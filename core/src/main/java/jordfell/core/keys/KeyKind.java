package jordfell.core.keys;

import java.util.Locale;

/** What a programmable key does. */
public enum KeyKind {
    /** Opens one of the phone's lines; its target is the line's position. */
    LINE("Line", true),
    /** Shows whether an extension is busy and calls it (RFC 4235). */
    BLF("BLF", true),
    SPEED_DIAL("Speed dial", true),
    /** Parks a call at a place, or takes it from there. */
    PARK("Park", true),
    /** Gives the call in progress to a number. */
    TRANSFER("Transfer", true),
    INTERCOM("Intercom", true),
    VOICEMAIL("Voicemail", false),
    DIRECTORY("Directory", false),
    /** Speaks to a group of phones at once. */
    PAGE("Page", true),
    /** Does nothing, whatever a layer below says. */
    EMPTY("Nothing", false);

    private final String label;
    private final boolean targeted;

    KeyKind(String label, boolean targeted) {
        this.label = label;
        this.targeted = targeted;
    }

    public String label() {
        return label;
    }

    /** Whether it needs to be told whom or what it concerns. */
    public boolean isTargeted() {
        return targeted;
    }

    /** As a family's body is given it: {@code speed-dial}. */
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
