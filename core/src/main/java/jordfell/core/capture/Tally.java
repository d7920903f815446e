package jordfell.core.capture;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;

/** Counts what was read and what could not be; says so in sentences. Not safe for use by several threads. */
public final class Tally {

    private static final int MOST_NAMED = 8;

    long packets;
    long sip;
    long twice;
    long sealed;
    long cutFrames;
    long badChecksums;
    long overlapping;
    long incomplete;
    long gaps;
    long broken;
    private final Set<String> unknownLinks = new TreeSet<>();
    private long ofUnknownLinks;

    void unknownLink(int type) {
        ofUnknownLinks++;
        if (unknownLinks.size() < MOST_NAMED) {
            unknownLinks.add(Integer.toString(type));
        }
    }

    /** How many packets were read; of a log its lines. */
    public long packets() {
        return packets;
    }

    /** How many SIP messages. */
    public long sip() {
        return sip;
    }

    /** Whether it went by TLS, where nobody can read it. */
    public boolean hasSealed() {
        return sealed > 0;
    }

    /** What could not be read, or was read with a doubt: a sentence for each kind. */
    public List<String> doubts() {
        List<String> doubts = new ArrayList<>();
        add(
                doubts,
                ofUnknownLinks,
                "%s of a link type that is not known here (" + String.join(", ", unknownLinks) + "); "
                        + "Ethernet, Linux “any”, loopback and raw IP are.");
        add(doubts, cutFrames, "%s recorded in part only: capture them whole, with a snapshot length of 65535.");
        add(doubts, sealed, "%s went by TLS, which nobody can read from outside.");
        add(doubts, overlapping, "%s passed over: their fragments overlap and contradict each other (RFC 5722).");
        add(doubts, incomplete, "%s passed over: some of their fragments were not recorded.");
        add(doubts, gaps, "%s missing in TCP streams: what stood there was not recorded.");
        add(
                doubts,
                badChecksums,
                "%s a wrong checksum, taken all the same: damaged on the way, or recorded before a card computed it.");
        add(doubts, twice, "%s recorded twice, counted once.");
        add(doubts, broken, "%s begin as SIP does and can’t be read; they stand among what was seen.");
        return doubts;
    }

    private static void add(List<String> doubts, long times, String words) {
        if (times > 0) {
            doubts.add(String.format(
                    Locale.ROOT,
                    words,
                    String.format(Locale.ROOT, "%,d", times)
                            + (words.contains("missing")
                                    ? times == 1 ? " piece is" : " pieces are"
                                    : noun(words, times))));
        }
    }

    private static String noun(String words, long times) {
        String packets = times == 1 ? " packet" : " packets";
        if (words.startsWith("%s begin") || words.startsWith("%s went")) {
            return packets;
        }
        return packets + (words.startsWith("%s a ") ? times == 1 ? " has" : " have" : times == 1 ? " is" : " are");
    }
}
