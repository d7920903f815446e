package jordfell.core.brought;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import jordfell.core.diagnosis.Cause;
import jordfell.core.diagnosis.Finding;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.evidence.SipSeen;

/**
 * What can be seen of a device from where something was recorded. A rule speaks here only by what was seen; what would follow
 * from something that is missing, be that on record or on the wire, is not told.
 *
 * @param asks whether requests of the phone are in it
 * @param answers whether answers to it are
 * @param names whether name services are
 * @param files whether it is which configuration it was given
 */
public record Vantage(boolean asks, boolean answers, boolean names, boolean files) {

    /** What an answer of a registrar proves, or a request by what stands in it. Who answers requests for files is not known. */
    private static final Set<Cause> BY_MESSAGES = EnumSet.of(
            Cause.WRONG_FILE_ASKED,
            Cause.WRONG_HOST,
            Cause.UNKNOWN_EXTENSION,
            Cause.WRONG_AUTH_USER,
            Cause.WRONG_REALM,
            Cause.WRONG_URI,
            Cause.WRONG_PASSWORD,
            Cause.NONCE_LOOP,
            Cause.NOT_PERMITTED_OUTSIDE,
            Cause.EXPIRY_TOO_SHORT,
            Cause.CONTACTS_FULL,
            Cause.NODE_OVERLOADED,
            Cause.REGISTRAR_SAYS_NO,
            Cause.REQUEST_MANGLED,
            Cause.CLOCK_WRONG);

    /** What follows from a request that comes again though it was answered: both have to be in it. */
    private static final Set<Cause> BY_BOTH = EnumSet.of(Cause.NEVER_ANSWERS_CHALLENGE, Cause.ANSWERS_LOST);

    private static final Set<Cause> BY_NAMES =
            EnumSet.of(Cause.NAME_NOT_FOUND, Cause.NAME_DEAD_TARGET, Cause.NAME_SILENT, Cause.TRANSPORT_REFUSED);

    /** What these show. */
    public static Vantage of(List<Observation> seen) {
        return new Vantage(
                seen.stream().anyMatch(o -> o instanceof SipSeen.Request request && request.toNode()),
                seen.stream().anyMatch(o -> o instanceof SipSeen.Response response && !response.toNode()),
                seen.stream().anyMatch(NameLookedUp.class::isInstance),
                seen.stream()
                        .anyMatch(o -> o instanceof ConfigRequested c
                                && c.served()
                                && !c.revision().isEmpty()));
    }

    /** Whether a finding rests on what can be seen from there. */
    public boolean allows(Finding finding) {
        Cause cause = finding.cause();
        return BY_MESSAGES.contains(cause)
                || asks && answers && BY_BOTH.contains(cause)
                || names && BY_NAMES.contains(cause);
    }

    /** What can’t be said from there, a sentence each. */
    public List<String> blind() {
        List<String> blind = new ArrayList<>();
        if (asks && !answers) {
            blind.add("No answer of a registrar is in it: whether it was taken can’t be seen from there.");
        } else if (answers && !asks) {
            blind.add("Nothing that the phone sent is in it: what it used can’t be seen from there.");
        } else if (!asks) {
            blind.add("None of its SIP is in it.");
        }
        if (!names) {
            blind.add("No question for a name is in it: where it looks for the registrar can’t be seen from there.");
        }
        if (!files) {
            blind.add("Which configuration it has can’t be seen from there.");
        }
        return blind;
    }
}
