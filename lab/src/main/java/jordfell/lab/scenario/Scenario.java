package jordfell.lab.scenario;

import java.util.Optional;
import java.util.Set;
import jordfell.core.diagnosis.Cause;
import jordfell.core.path.Condition;
import jordfell.lab.fault.FaultKind;
import jordfell.lab.fault.FaultKind.Where;

/** A course of faults that is ready to be run at a place: what happens, and what somebody should find. */
public enum Scenario {
    POWER_GONE(
            Where.SITE,
            "The power is gone",
            "All phones of the site lose their power at once, and have it back when the scenario ends.",
            "Each phone of the site is silent, since the same minute; none of them has a fault of its own."),
    SIP_KEPT_IN(
            Where.SITE,
            "A new firewall",
            "The site’s firewall was changed last night: it lets no SIP out, and everything else.",
            "The phones still fetch their files, so that they have power and network, and no REGISTER comes."),
    DEAF(
            Where.SITE,
            "Answers get lost",
            "The way back into the site is blocked: registrars hear the phones, and the phones hear nothing.",
            "The registrars answer, and the phones ask again and again: the way back is what is broken."),
    BAD_ROUTER(
            Where.SITE,
            "The router was replaced by a bad one",
            "It meddles with SIP, and sends on only the beginning of each message.",
            "The registrar takes their requests for broken, though the phones were well before."),
    NEIGHBOURS_BANNED(
            Where.SITE,
            "One phone gets its neighbours banned",
            "All phones of the site come from one address. On one of them somebody types a wrong password, and after three"
                    + " refusals the registrars hear nothing from that address for ten minutes.",
            "Which phone it is, and that the others did nothing wrong; it shows as soon as one of them has to register again."),
    NODE_LOST(
            Where.NODE,
            "A registrar node is lost",
            "The node hears nothing and says nothing; it comes back when the scenario ends.",
            "Nobody, where the domain has another node: phones go over to it. Else all of the domain’s phones."),
    NAMES_GONE(
            Where.DOMAIN,
            "The names are gone",
            "Somebody took the domain out of the name service, and its phones are started anew.",
            "The phones ask for the registrar’s name, and there is no such name.");

    /** What is done to the phones beside the fault. */
    public enum Beside {
        NOTHING,
        /** One of them has a wrong password typed, and the nodes ban who is refused. */
        ONE_MISTYPED,
        POWER_OFF,
        RESTART
    }

    private final Where where;
    private final String title;
    private final String story;
    private final String finds;

    Scenario(Where where, String title, String story, String finds) {
        this.where = where;
        this.title = title;
        this.story = story;
        this.finds = finds;
    }

    public Where where() {
        return where;
    }

    public String title() {
        return title;
    }

    /** What happens, in a sentence or two. */
    public String story() {
        return story;
    }

    /** What somebody should find, in words. */
    public String finds() {
        return finds;
    }

    /** The fault at its place; empty where there is none. */
    public Optional<FaultKind> fault() {
        return switch (this) {
            case POWER_GONE -> Optional.empty();
            case SIP_KEPT_IN -> Optional.of(FaultKind.SIP_BLOCKED);
            case DEAF -> Optional.of(FaultKind.ANSWERS_BLOCKED);
            case BAD_ROUTER -> Optional.of(FaultKind.SIP_CUT_OFF);
            case NEIGHBOURS_BANNED -> Optional.of(FaultKind.NAT);
            case NODE_LOST -> Optional.of(FaultKind.NODE_DOWN);
            case NAMES_GONE -> Optional.of(FaultKind.NAME_NOT_FOUND);
        };
    }

    public Beside beside() {
        return switch (this) {
            case POWER_GONE -> Beside.POWER_OFF;
            case NAMES_GONE -> Beside.RESTART;
            case NEIGHBOURS_BANNED -> Beside.ONE_MISTYPED;
            default -> Beside.NOTHING;
        };
    }

    /**
     * The causes that name what it does to a phone; none where nothing is to be told.
     *
     * @param alone whether the node that is lost is the only one of its domain
     */
    public Set<Cause> named(boolean alone) {
        return switch (this) {
            case POWER_GONE, SIP_KEPT_IN -> Set.of(Cause.LAPSED, Cause.NOT_HEARD);
            case DEAF -> Set.of(Cause.ANSWERS_LOST);
            case BAD_ROUTER -> Set.of(Cause.REGISTRAR_SAYS_NO);
            case NEIGHBOURS_BANNED -> Set.of(Cause.ADDRESS_BANNED, Cause.WRONG_PASSWORD);
            case NODE_LOST -> alone ? Set.of(Cause.NODE_SILENT) : Set.of();
            case NAMES_GONE -> Set.of(Cause.NAME_NOT_FOUND);
        };
    }

    /** The causes that are so as well, and do not say why: who is told one of them still has to look. */
    public Set<Cause> following(boolean alone) {
        return this == NODE_LOST && !alone
                ? Set.of()
                : Set.of(Cause.CONTACT_UNREACHABLE, Cause.LAPSED, Cause.NOT_HEARD);
    }

    /** Whether what it does to a device of this condition can be told: of one that is held, something is told already. */
    public static boolean reaches(Condition condition) {
        return condition == Condition.UNDER_WAY || condition == Condition.CARRYING || condition == Condition.PROVEN;
    }
}
