package jordfell.core.diagnosis;

/**
 * Something to do about a finding.
 *
 * @param label what the button says, or for {@link Action#ADVICE} the whole sentence
 * @param line the line it is about, or 0 for the whole device
 */
public record Remedy(Action action, String label, int line) {

    static final Remedy RELEASE = new Remedy(Action.RELEASE, "Release to this device", 0);
    private static final Remedy CARD = new Remedy(Action.CARD, "Open its credentials card", 0);
    static final Remedy RESEND = new Remedy(Action.RESEND, "Re-send configuration", 0);

    /** What Jordfell can do itself; advice is for people. */
    public enum Action {
        BIND_LINE,
        OPEN_SETTINGS,
        RELEASE,
        RESEND,
        SWAP_LINES,
        /** What has to be typed into it. */
        CARD,
        ADVICE
    }

    static Remedy advice(String sentence) {
        return new Remedy(Action.ADVICE, sentence, 0);
    }

    /** What brings the records to the phone: a release where they changed, else the configuration once more. */
    static Remedy bringUpToDate(CaseOf device) {
        return device.facts().pending() ? RELEASE : sendAgain(device);
    }

    /** What the phone has been given, given once more: by its file, or by who types it. */
    static Remedy sendAgain(CaseOf device) {
        return device.facts().byHand() ? CARD : RESEND;
    }
}
