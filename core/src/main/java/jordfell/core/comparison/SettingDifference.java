package jordfell.core.comparison;

/**
 * A difference.
 *
 * @param line the line's position; 0 for the device as a whole
 * @param oneFrom the layer that the value comes from
 * @param expected whether it differs on any two devices: a label, a port of its own, a formula that gives each its own
 */
public record SettingDifference(
        String group,
        String label,
        int line,
        String one,
        String oneFrom,
        String other,
        String otherFrom,
        boolean expected) {

    /** The heading of what the records say beside settings. */
    public static final String RECORDS = "Records";

    /** Whether a setting differs that need not. */
    boolean isTelling() {
        return !group.equals(RECORDS) && !expected;
    }
}
