package jordfell.core.diagnosis;

import jordfell.core.path.LineStatus;

/**
 * Something to do about a finding.
 *
 * @param label what the button says, or for {@link Action#ADVICE} the whole sentence
 * @param line the line it is about, or 0 for the whole device
 * @param target what it is done with, as the action says; empty where there is no choice
 * @param will what changes when it is done, in a sentence; empty where that is asked and told elsewhere
 */
public record Remedy(Action action, String label, int line, String target, String will) {

    static final Remedy RELEASE = new Remedy(
            Action.RELEASE,
            "Release to this device",
            0,
            "",
            "Its present configuration is given to this device alone, when it asks next. A wave in which it waits lets it go.");
    private static final Remedy CARD = new Remedy(Action.CARD, "Open its credentials card", 0);
    static final Remedy RESEND = resend("Re-send configuration");
    private static final Remedy RESTART = new Remedy(
            Action.RESTART,
            "Restart it",
            0,
            "",
            "It is told by its registrar to start anew, and does so as soon as no call is up.");

    /** What Jordfell can do itself; advice is for people. */
    public enum Action {
        BIND_LINE,
        OPEN_SETTINGS,
        RELEASE,
        RESEND,
        SWAP_LINES,
        RESTART,
        TEST_CALL,
        /** With the MAC that its record is to have. */
        CORRECT_MAC,
        /** With the id of the model. */
        CHANGE_MODEL,
        /** With the name of the site. */
        MOVE_SITE,
        /** With the address or network that is to be one of its site’s. */
        ADD_NETWORK,
        /** With the address that asked for too much. */
        LET_IN,
        /** With the node and the address, a blank between. */
        UNBAN,
        /** With the address and port that is registered at the extension of the line. */
        DROP_CONTACT,
        /** Of the extension of the line, by one. */
        WIDEN_LIMIT,
        /** Of the extension of the line. */
        NEW_PASSWORD,
        /** To the registrar that is the target. */
        CORRECT_REGISTRAR,
        /** With the number of the release: the device has what it had before. */
        TAKE_BACK,
        /** What has to be typed into it. */
        CARD,
        ADVICE
    }

    /** One without a choice, that says by itself what changes. */
    Remedy(Action action, String label, int line) {
        this(action, label, line, "", "");
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

    /** Its file once more, under a label of its own. */
    static Remedy resend(String label) {
        return new Remedy(
                Action.RESEND,
                label,
                0,
                "",
                "Its file is given to it once more when it asks next, without name and password this time; nothing in it"
                        + " changes.");
    }

    static Remedy restart() {
        return RESTART;
    }

    static Remedy testCall() {
        return new Remedy(
                Action.TEST_CALL,
                "Make the test calls",
                0,
                "",
                "One call from it to the test number and one to it, both answered and ended by themselves.");
    }

    /** A password that its field holds, in place of one that it cuts. */
    static Remedy newPassword(CaseOf device, LineStatus line) {
        int holds = device.facts().model().passwordField();
        return new Remedy(
                Action.NEW_PASSWORD,
                "Give " + line.number() + " a password that it holds",
                line.position(),
                "",
                line.number() + " gets a new password of at most " + holds
                        + " characters, which is released to this device at once; what else registers as "
                        + line.number() + " has to be released to as well.");
    }

    /** What it takes for its registrar is to be its domain’s name, where that was said. */
    static Remedy correctRegistrar(String meant) {
        return new Remedy(
                Action.CORRECT_REGISTRAR,
                "Say " + meant + " where that was said",
                0,
                meant,
                "The word for the registrar that reaches this device is changed to " + meant
                        + " at the layer it comes from, for all that it speaks to there. It is released when you say so.");
    }

    /**
     * Several devices are to have what they had before a release that brought them all the same trouble.
     *
     * @param devices how many these are
     */
    public static Remedy takeBack(String release, int devices) {
        return new Remedy(
                Action.TAKE_BACK,
                "Take release " + release + " back",
                0,
                release,
                devices + " devices are given again what they had before release " + release
                        + ", when they ask next. What was changed on record stays, and waits to be released.");
    }

    /** An address is to count as one of the device’s site’s. */
    static Remedy addNetwork(String address, String site) {
        return new Remedy(
                Action.ADD_NETWORK,
                "Let " + address + " in at " + site,
                0,
                address,
                "The networks of " + site + " get " + address + " besides; whoever comes from there counts as at "
                        + site + ". It can be turned back.");
    }

    /** An address that is slowed is to be answered as before. */
    static Remedy letIn(String address) {
        return new Remedy(
                Action.LET_IN,
                "Answer " + address + " again",
                0,
                address,
                "What was counted against " + address + " is forgotten; if it goes on as before, it is slowed anew.");
    }

    /** Whether Jordfell does it: what opens a form or is told to people it does not. */
    public boolean isDoneHere() {
        return switch (action) {
            case BIND_LINE, OPEN_SETTINGS, CARD, ADVICE -> false;
            default -> true;
        };
    }
}
