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
            "The phones ask for the registrar’s name, and there is no such name."),
    TEMPLATE_TYPO(
            Where.SITE,
            "A template with a typo",
            "Somebody mistyped the registrar in the template that most phones of the site have, and released it to them.",
            "The name that is not found, and that these phones share a template and a release; the others are well."),
    ROTATION_HALF_DONE(
            Where.SITE,
            "Passwords half rotated",
            "Half of the site’s extensions were given new passwords, and nothing was released. When it ends, the rest is released.",
            "The phones that go on with an earlier password, each as soon as it registers again; the other half is well."),
    CERTIFICATE_TONIGHT(
            Where.DOMAIN,
            "A certificate runs out tonight",
            "At midnight (UTC) the certificates of the domain’s nodes run out. Let the clock go faster.",
            "The phones that register by TLS, as each connects again; those by UDP and TCP never notice."),
    SITE_MOVED(
            Where.SITE,
            "The site has another network",
            "Somebody gave the site another network over the weekend, and the phones start anew; its record was not changed.",
            "The phones register from a network that no site has, and the registrars refuse them for that alone."),
    LORRY(
            Where.DOMAIN,
            "A lorry of phones before lunch",
            "Up to 200 phones are enrolled from the list that came along, released, and plugged in. On five rows a digit of the MAC"
                    + " is wrong. The phones stay when it ends.",
            "The five that never call in, by the near misses among the knocks; the others need nobody.");

    /** What is done to the phones beside the fault. */
    public enum Beside {
        NOTHING,
        /** One of them has a wrong password typed, and the nodes ban who is refused. */
        ONE_MISTYPED,
        POWER_OFF,
        RESTART,
        /** A mistyped setting of a template is released. */
        TYPO_RELEASED,
        /** Half of the passwords are changed and not released. */
        HALF_ROTATED,
        /** The nodes’ certificates run out at midnight. */
        CERTIFICATE_ENDS,
        /** New phones are enrolled and plugged in. */
        UNPACKED
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
            case POWER_GONE, TEMPLATE_TYPO, ROTATION_HALF_DONE, CERTIFICATE_TONIGHT, LORRY -> Optional.empty();
            case SITE_MOVED -> Optional.of(FaultKind.OTHER_NETWORK);
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
            case NAMES_GONE, SITE_MOVED -> Beside.RESTART;
            case TEMPLATE_TYPO -> Beside.TYPO_RELEASED;
            case ROTATION_HALF_DONE -> Beside.HALF_ROTATED;
            case CERTIFICATE_TONIGHT -> Beside.CERTIFICATE_ENDS;
            case LORRY -> Beside.UNPACKED;
            case NEIGHBOURS_BANNED -> Beside.ONE_MISTYPED;
            default -> Beside.NOTHING;
        };
    }

    /**
     * What may be told of a device that it reaches.
     *
     * @param alone whether the node that is lost is the only one of its domain
     * @param singled whether it is one of those of which something of their own is told
     */
    public Score.Expected expects(boolean alone, boolean singled) {
        Set<Cause> named = named(alone, singled);
        return new Score.Expected(named, named.isEmpty() ? Set.of() : FOLLOWING);
    }

    /** So as well, and they do not say why: who is told one of them still has to look. */
    private static final Set<Cause> FOLLOWING = Set.of(Cause.CONTACT_UNREACHABLE, Cause.LAPSED, Cause.NOT_HEARD);

    /** None where nothing is to be told. */
    private Set<Cause> named(boolean alone, boolean singled) {
        return switch (this) {
            case POWER_GONE, SIP_KEPT_IN -> Set.of(Cause.LAPSED, Cause.NOT_HEARD);
            case DEAF -> Set.of(Cause.ANSWERS_LOST);
            case BAD_ROUTER -> Set.of(Cause.REGISTRAR_SAYS_NO);
            case NEIGHBOURS_BANNED ->
                singled ? Set.of(Cause.WRONG_PASSWORD, Cause.ADDRESS_BANNED) : Set.of(Cause.ADDRESS_BANNED);
            case NODE_LOST -> alone ? Set.of(Cause.NODE_SILENT) : Set.of();
            case NAMES_GONE, TEMPLATE_TYPO -> Set.of(Cause.NAME_NOT_FOUND);
            case ROTATION_HALF_DONE -> singled ? Set.of(Cause.WRONG_PASSWORD) : Set.of();
            case CERTIFICATE_TONIGHT -> Set.of(Cause.CERTIFICATE_REFUSED);
            case SITE_MOVED -> Set.of(Cause.NOT_PERMITTED_OUTSIDE);
            case LORRY -> singled ? Set.of(Cause.NEVER_CALLED_IN) : Set.of();
        };
    }

    /** Whether what it does to a device of this condition can be told: of one that is held, something is told already. */
    public static boolean reaches(Condition condition) {
        return condition == Condition.UNDER_WAY || condition == Condition.CARRYING || condition == Condition.PROVEN;
    }
}
