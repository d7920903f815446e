package jordfell.core.alarm;

/** What an alarm is about. */
public enum AlarmKind {
    /** So many devices of one site fell silent within some minutes. */
    SILENT("devices of one site silent", true, true),
    /** So many devices of one site are held, since some minutes at most. */
    HELD("devices of one site held", true, true),
    /** A registrar’s node hears nobody. */
    NODE_DOWN("a node is down", false, false),
    /** A certificate runs out within so many days. */
    CERTIFICATE("a certificate runs out", true, false),
    /** Agents of nobody’s try to register an extension so often within some minutes. */
    STRAYS("strays knock at an extension", true, true);

    private final String words;
    private final boolean hasCount;
    private final boolean hasMinutes;

    AlarmKind(String words, boolean hasCount, boolean hasMinutes) {
        this.words = words;
        this.hasCount = hasCount;
        this.hasMinutes = hasMinutes;
    }

    public String words() {
        return words;
    }

    /** Whether it says how many: devices, tries, or days before a certificate runs out. */
    public boolean hasCount() {
        return hasCount;
    }

    public boolean hasMinutes() {
        return hasMinutes;
    }
}
