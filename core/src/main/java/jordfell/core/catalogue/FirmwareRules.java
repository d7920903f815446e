package jordfell.core.catalogue;

/** Which firmware is right for a model; versions are dotted numbers, lists are separated by commas. */
public record FirmwareRules(String lowest, String recommended, String blocked, String steps) {

    /** No rule. */
    public static final FirmwareRules ANY = new FirmwareRules("", "", "", "");
}
