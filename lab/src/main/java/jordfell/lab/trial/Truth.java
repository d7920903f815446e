package jordfell.lab.trial;

import java.util.EnumSet;
import java.util.Set;
import jordfell.core.diagnosis.Cause;
import jordfell.lab.fault.FaultKind;

/**
 * What is true of a phone that a fault reaches. All else that is told of it is false.
 *
 * @param named the causes that name the fault; none where a phone goes on as if nothing were
 * @param besides what may be so as well, for a while or for some of them, and does not say why
 */
record Truth(Set<Cause> named, Set<Cause> besides) {

    /** What may be told of any phone that some of its messages do not reach. */
    private static final Set<Cause> OF_LOSS = EnumSet.of(
            Cause.CONTACT_UNREACHABLE, Cause.LAPSED, Cause.ANSWERS_LOST, Cause.LAMP_DARK, Cause.UNEXPLAINED_HOLD);

    /** Nothing is wrong. */
    static final Truth OF_NOTHING = new Truth(Set.of(), Set.of());

    static Truth of(FaultKind kind) {
        return switch (kind) {
            case LINE_CUT, NO_LEASES -> of(Cause.LAPSED, Cause.CONTACT_UNREACHABLE, Cause.NOT_ASKING);
            case LINE_LOSES -> new Truth(Set.of(), OF_LOSS);
            case SIP_BLOCKED -> of(Cause.SIP_BLOCKED, Cause.CONTACT_UNREACHABLE, Cause.LAPSED);
            // No name is looked up where none can be: what is seen is that no SIP comes.
            case NAMES_BLOCKED -> of(Cause.SIP_BLOCKED, Cause.LAPSED);
            case ANSWERS_BLOCKED -> of(Cause.ANSWERS_LOST, Cause.CONTACT_UNREACHABLE, Cause.LAPSED);
            case LONG_LOST -> of(Cause.ANSWERS_LOST, Cause.LAPSED, Cause.CONTACT_UNREACHABLE);
            case FILES_BLOCKED, NO_PROVISIONING_ADDRESS -> of(Cause.NOT_ASKING);
            case SIP_CUT_OFF ->
                of(Cause.REQUEST_MANGLED, Cause.REGISTRAR_SAYS_NO, Cause.LAPSED, Cause.CONTACT_UNREACHABLE);
            case VIA_REWRITTEN, SIP_REWRITTEN ->
                of(Cause.REQUEST_MANGLED, Cause.CONTACT_UNREACHABLE, Cause.LAPSED, Cause.ANSWERS_LOST);
            // Its router gives a port that it forgot to another phone.
            case NAT -> of(Cause.NAT_LAPSE, Cause.PORT_COLLISION);
            case TIME_WRONG -> of(Cause.CLOCK_WRONG);
            case NODE_BUSY ->
                new Truth(
                        Set.of(),
                        EnumSet.of(Cause.NODE_OVERLOADED, Cause.ANSWERS_LOST, Cause.LAMP_DARK, Cause.UNEXPLAINED_HOLD));
            case NODE_DOWN -> of(Cause.NODE_DOWN, Cause.LAPSED);
            case NODE_OVERLOADED -> of(Cause.NODE_OVERLOADED);
            case NODE_KNOWS_NOBODY -> of(Cause.UNKNOWN_EXTENSION);
            case NODE_ASKS_STRANGELY -> of(Cause.ALGORITHM_MISMATCH);
            case NAME_NOT_FOUND -> of(Cause.NAME_NOT_FOUND, Cause.LAPSED);
            case NAME_FAILS, NAME_SILENT -> of(Cause.NAME_SILENT, Cause.LAPSED);
            case CERTIFICATE_EXPIRED, CERTIFICATE_RUNS_OUT, CERTIFICATE_OTHER_NAME, CERTIFICATE_UNKNOWN ->
                of(Cause.CERTIFICATE_REFUSED, Cause.LAPSED);
            case NAME_LEADS_NOWHERE -> of(Cause.NAME_DEAD_TARGET, Cause.LAPSED);
            default -> OF_NOTHING;
        };
    }

    /** Of the phone at which something is done. */
    static Truth of(Deed deed) {
        return switch (deed) {
            case PASSWORD_MISTYPED -> of(Cause.WRONG_PASSWORD);
            case PASSWORD_CHANGED_UNRELEASED -> of(Cause.WRONG_PASSWORD);
            case USER_MISTYPED -> of(Cause.WRONG_AUTH_USER);
            case NUMBER_OF_NOBODY -> of(Cause.UNKNOWN_EXTENSION);
            case REGISTRAR_MISTYPED -> of(Cause.NAME_NOT_FOUND, Cause.LAPSED);
            case REGISTRAR_WITH_SCHEME -> of(Cause.HOST_MALFORMED, Cause.LAPSED);
            case WAY_NOT_TAKEN -> of(Cause.TRANSPORT_REFUSED, Cause.LAPSED);
            case LOGGED_OFF -> of(Cause.LOGGED_OFF);
            case POWER_OFF -> of(Cause.LAPSED, Cause.CONTACT_UNREACHABLE, Cause.NOT_ASKING);
            case CABLE_OUT -> of(Cause.LAPSED, Cause.CONTACT_UNREACHABLE, Cause.NOT_ASKING);
            // Its time server sets it right, before or after it is told.
            case CLOCK_SET_AHEAD -> new Truth(Set.of(), Set.of(Cause.CLOCK_WRONG));
            case FILE_REFUSED -> of(Cause.CHANGES_REFUSED);
            case FILE_MISSING -> of(Cause.CHANGES_REFUSED);
            case NEIGHBOURS_BANNED -> of(Cause.WRONG_PASSWORD, Cause.ADDRESS_BANNED);
        };
    }

    /** One cause names it. */
    static Truth of(Cause named, Cause... besides) {
        return new Truth(Set.of(named), Set.of(besides));
    }

    /** The same where datagrams get lost besides. */
    Truth withLoss() {
        Set<Cause> more = EnumSet.copyOf(OF_LOSS);
        more.removeAll(named);
        more.addAll(besides);
        return new Truth(named, more);
    }

    boolean allows(Cause cause) {
        return named.contains(cause) || besides.contains(cause);
    }
}
