package jordfell.core.evidence;

import jordfell.core.evidence.Observation.TestCalled;

/** How a test call came to its end, by what was said of it. */
public enum CallEnd {
    /** The phone did not send what was dialled on it. */
    NOT_DIALLED,
    /** It rang nothing of the device that it was meant for, and was answered all the same. */
    ELSEWHERE,
    /** The registrar does not let it be called (RFC 3261 §21.4.4). */
    FORBIDDEN,
    /** RFC 3261 §21.4.24, §21.6.1. */
    BUSY,
    /** RFC 3261 §21.6.2. */
    DECLINED,
    /** Neither side speaks a codec of the other (RFC 3261 §21.4.26, §21.6.4). */
    NO_COMMON_CODEC,
    /** RFC 3261 §21.4.18. */
    NOBODY_THERE,
    /** RFC 3261 §21.4.5, §21.6.3. */
    NOBODYS_NUMBER,
    /** It rang, or nothing came back at all. */
    NO_ANSWER,
    OTHER;

    private static final String KEPT = "the phone’s digit map takes no ";
    private static final String ANSWERED_BY = "did not ring here: answered by ";

    /** What is said of a call whose keys a phone keeps for itself. */
    public static String notDialled(String keys) {
        return KEPT + keys;
    }

    /** What is said of a call that somebody else answered. */
    public static String elsewhere(String who) {
        return ANSWERED_BY + who;
    }

    /** Who answered a call that went {@link #ELSEWHERE}; empty for any other. */
    public static String whoAnswered(TestCalled call) {
        return call.detail().startsWith(ANSWERED_BY) ? call.detail().substring(ANSWERED_BY.length()) : "";
    }

    /** How this one ended, which did not work. */
    public static CallEnd of(TestCalled failed) {
        String words = failed.detail();
        if (words.startsWith(KEPT)) {
            return NOT_DIALLED;
        }
        if (words.startsWith(ANSWERED_BY)) {
            return ELSEWHERE;
        }
        return switch (words.matches("[1-6][0-9]{2}\\b.*") ? words.substring(0, 3) : words) {
            case "403" -> FORBIDDEN;
            case "486", "600" -> BUSY;
            case "603" -> DECLINED;
            case "488", "606" -> NO_COMMON_CODEC;
            case "480" -> NOBODY_THERE;
            case "404", "604" -> NOBODYS_NUMBER;
            case "408", "no answer" -> NO_ANSWER;
            default -> OTHER;
        };
    }
}
