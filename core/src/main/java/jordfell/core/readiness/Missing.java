package jordfell.core.readiness;

/**
 * Something that is missing.
 *
 * @param what one sentence
 * @param place where it is mended
 * @param id of the thing there; 0 where the place is a whole screen
 */
public record Missing(String what, Place place, long id) {

    /** Where something is mended. */
    public enum Place {
        /** The device's lines. */
        LINES,
        /** The device's sheet. */
        DEVICE,
        /** The settings of the device. */
        SETTINGS,
        /** The person's sheet. */
        PERSON,
        /** The extension. */
        EXTENSION,
        /** The handoff of a softphone's credentials. */
        HANDOFF
    }
}
