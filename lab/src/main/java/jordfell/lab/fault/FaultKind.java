package jordfell.lab.fault;

import java.util.Optional;

/**
 * A thing that can be made to go wrong, and where. Each says what somebody would see of it in the real world; how much of it
 * there is, is a whole number between two bounds where that can be chosen.
 */
public enum FaultKind {
    LINE_CUT(Where.SITE, "the line is cut", "Nothing leaves the site and nothing reaches it."),
    LINE_LOSES(Where.SITE, "the line loses datagrams", "Some get lost, in both directions.", "%", 1, 100, 10),
    LINE_SLOW(Where.SITE, "the line is slow", "Everything takes longer, in both directions.", "ms", 1, 10_000, 400),
    LINE_REORDERS(
            Where.SITE,
            "the line mixes the order",
            "Each datagram takes another time, up to so long.",
            "ms",
            1,
            10_000,
            500),
    SIP_BLOCKED(Where.SITE, "a firewall lets no SIP out", "Phones fetch their files, and no REGISTER gets through."),
    ANSWERS_BLOCKED(
            Where.SITE, "a firewall lets no SIP in", "Registrars hear the phones; their answers do not come back."),
    NAMES_BLOCKED(Where.SITE, "the name service can’t be reached", "What phones look up is never answered."),
    FILES_BLOCKED(Where.SITE, "files can’t be fetched", "Phones go on with what they have; SIP gets through."),
    LONG_LOST(
            Where.SITE,
            "long datagrams are lost",
            "What has to be sent in fragments does not arrive.",
            "bytes",
            200,
            9_000,
            500),
    SIP_CUT_OFF(
            Where.SITE,
            "the router cuts SIP off",
            "A router that meddles with SIP sends on only the beginning of a message.",
            "bytes",
            200,
            9_000,
            300),
    CONTACT_REWRITTEN(
            Where.SITE,
            "the router rewrites Contact",
            "A router that meddles with SIP writes its own address where phones say where they can be reached."),
    VIA_REWRITTEN(
            Where.SITE,
            "the router rewrites Via",
            "A router that meddles with SIP writes its own address where phones say whence they ask; they know no answer again."),
    SIP_REWRITTEN(
            Where.SITE,
            "the router rewrites SIP",
            "A router that meddles with SIP writes its own address into Via and Contact."),
    NO_LEASES(Where.SITE, "no addresses are given", "Phones that start get no address, so nothing comes from them."),
    NO_PROVISIONING_ADDRESS(
            Where.SITE,
            "the lease does not say where files are",
            "Phones that start get an address and are not told where to fetch."),
    OTHER_NETWORK(
            Where.SITE,
            "the site has another network",
            "Phones that start get addresses of a network that the site’s record does not name."),
    TIME_BLOCKED(
            Where.SITE,
            "the time server can’t be reached",
            "The clock of a phone that had no power begins in a year long gone."),
    TIME_WRONG(
            Where.SITE,
            "the time server is wrong",
            "It tells a time that is so far ahead.",
            "min",
            1,
            1_000_000,
            1_440),
    NAT(
            Where.SITE,
            "the router translates addresses",
            "All phones of the site come from one address; who sends nothing for a while can’t be reached.",
            "s",
            10,
            86_400,
            60),

    NODE_DOWN(Where.NODE, "down", "The node hears nothing and says nothing."),
    NODE_SLOW(Where.NODE, "slow", "The node answers so much later.", "ms", 1, 60_000, 3_000),
    NODE_OVERLOADED(
            Where.NODE,
            "overloaded",
            "The node answers each REGISTER with 503, and when to come again.",
            "s",
            1,
            3_600,
            30),
    NODE_KNOWS_NOBODY(
            Where.NODE, "knows nobody", "The node answers each REGISTER with 404, as if its accounts were gone."),
    NODE_ASKS_STRANGELY(
            Where.NODE,
            "challenges strangely",
            "The node challenges with SHA-512-256 alone (RFC 8760 §2.1), which no phone here knows."),
    NODE_BUSY(
            Where.NODE,
            "can take only so many",
            "Requests wait for each other; those that would wait for two seconds are told 503.",
            "a second",
            1,
            100_000,
            20),
    NODE_BANS(
            Where.NODE,
            "bans addresses",
            "After so many refused requests from an address the node hears nothing from it for ten minutes.",
            "refusals",
            1,
            1_000,
            5),
    NODE_WANTS_LONGER(
            Where.NODE,
            "takes no short registrations",
            "Who asks for less time is told 423, and how much it has to be.",
            "s",
            60,
            86_400,
            7_200),
    NODE_TRUSTS_CONTACT(
            Where.NODE,
            "sends to Contact",
            "Calls and questions go where a phone says that it is, not where its requests come from."),
    CERTIFICATE_EXPIRED(Where.NODE, "its certificate ran out", "Phones that register by TLS break off."),
    CERTIFICATE_RUNS_OUT(
            Where.NODE,
            "its certificate runs out",
            "After so many minutes, phones that register by TLS break off.",
            "min",
            1,
            43_200,
            60),
    CERTIFICATE_OTHER_NAME(
            Where.NODE,
            "its certificate is for another name",
            "Phones that register by TLS and check names break off."),
    CERTIFICATE_UNKNOWN(
            Where.NODE,
            "nobody knows who vouches for it",
            "Phones that register by TLS know no such authority and break off."),
    NODE_ALONE(Where.NODE, "keeps to itself", "What registers there is unknown to the other nodes, and theirs to it."),

    NAME_NOT_FOUND(Where.DOMAIN, "its names are not found", "The name service says that there is no such name."),
    NAME_SILENT(Where.DOMAIN, "its names are not answered", "The name service says nothing to questions for them."),
    NAME_FAILS(Where.DOMAIN, "its names can’t be looked up", "The name service says that it failed (SERVFAIL)."),
    NAME_STALE(
            Where.DOMAIN,
            "its names are as they were",
            "The name service goes on to say what was so when this began, whatever is changed in the domain."),
    NAME_LEADS_NOWHERE(Where.DOMAIN, "its names lead nowhere", "They lead to an address at which nobody listens.");

    /** At what it can be switched on. */
    public enum Where {
        SITE,
        NODE,
        DOMAIN,
        /** One phone’s own link, by its MAC. */
        PHONE,
        /** The links of a share of all phones, in percent. */
        FLEET
    }

    /** How much of it there can be, as whole numbers of a unit. */
    public record Amount(String unit, int least, int most, int usual) {}

    private final Where where;
    private final String words;
    private final String seen;
    private final String unit;
    private final int least;
    private final int most;
    private final int usual;

    FaultKind(Where where, String words, String seen) {
        this(where, words, seen, "", 0, 0, 0);
    }

    FaultKind(Where where, String words, String seen, String unit, int least, int most, int usual) {
        this.where = where;
        this.words = words;
        this.seen = seen;
        this.unit = unit;
        this.least = least;
        this.most = most;
        this.usual = usual;
    }

    public Where where() {
        return where;
    }

    /** Whether it can be there: what goes wrong on the way of a site can go wrong at the links of single phones. */
    public boolean canBe(Where place) {
        return place == where
                || where == Where.SITE && (place == Where.PHONE || place == Where.FLEET) && !isOfTheSite();
    }

    /** Whether it is something that a site has once. */
    private boolean isOfTheSite() {
        return switch (this) {
            case NAT,
                    VIA_REWRITTEN,
                    CONTACT_REWRITTEN,
                    SIP_REWRITTEN,
                    NO_LEASES,
                    NO_PROVISIONING_ADDRESS,
                    OTHER_NETWORK -> true;
            default -> false;
        };
    }

    /** What is wrong, in a few words. */
    public String words() {
        return words;
    }

    /** What that means for phones, in a sentence. */
    public String seen() {
        return seen;
    }

    /** Empty for what is there or not. */
    public Optional<Amount> amount() {
        return unit.isEmpty() ? Optional.empty() : Optional.of(new Amount(unit, least, most, usual));
    }

    /** Why there can’t be so much of it; empty if there can. */
    public Optional<String> refuse(int value) {
        return amount().filter(a -> value < a.least() || value > a.most())
                .map(a -> "It goes from " + a.least() + " to " + a.most() + " " + a.unit() + ".");
    }
}
