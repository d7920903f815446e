package jordfell.core.capture;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;

/**
 * Reads what is brought, as its bytes come: a capture of packets, or a text log. Which it is, is told by how it begins. Of what
 * was read before something broke nothing is lost. Not safe for use by several threads.
 */
public final class EvidenceReader {

    /** So much of the beginning is looked at. */
    private static final int HEAD = 4;

    private static final int MOST_SAMPLE = 512;

    private final Nodes nodes;
    private final List<Payloads> others;
    private final Instant now;
    private final ZoneId zone;
    private final Consumer<Sighting> to;
    private final Tally tally = new Tally();
    private byte[] head = new byte[0];
    private @Nullable CaptureReader capture;
    private @Nullable FrameReader frames;
    private @Nullable LogLines lines;
    private @Nullable LogReader log;

    /**
     * A reader.
     *
     * @param others protocols that are read besides SIP
     * @param now for what says no time or no year
     * @param zone for times that say none
     */
    public EvidenceReader(Nodes nodes, List<Payloads> others, Instant now, ZoneId zone, Consumer<Sighting> to) {
        this.nodes = nodes;
        this.others = List.copyOf(others);
        this.now = now;
        this.zone = zone;
        this.to = to;
    }

    /** What was read so far. */
    public Tally tally() {
        return tally;
    }

    /** What it is: {@code capture}, {@code log}, or empty before that is known. */
    public String kind() {
        return capture != null ? "capture" : log != null ? "log" : "";
    }

    /** What could not be read, or was read with a doubt. */
    public List<String> doubts() {
        List<String> doubts = new ArrayList<>(tally.doubts());
        if (log != null) {
            doubts.addAll(log.doubts());
        }
        return doubts;
    }

    /** Takes what came next. */
    public void take(byte[] bytes, int from, int length) throws UnreadableException {
        if (capture != null) {
            capture.take(bytes, from, length);
        } else if (lines != null) {
            lines.take(bytes, from, length);
        } else {
            byte[] joined = Arrays.copyOf(head, head.length + length);
            System.arraycopy(bytes, from, joined, head.length, length);
            head = joined;
            if (head.length >= HEAD) {
                begin(head);
            }
        }
    }

    /** Nothing more comes. */
    public void end() throws UnreadableException {
        if (capture == null && lines == null) {
            if (head.length == 0) {
                throw new UnreadableException("It is empty.");
            }
            begin(Arrays.copyOf(head, HEAD));
        }
        if (lines != null && log != null) {
            lines.end();
            log.end();
        }
        if (capture != null && frames != null) {
            frames.end();
            capture.end();
        }
    }

    private void begin(byte[] first) throws UnreadableException {
        head = new byte[0];
        SipSightings sip = new SipSightings(nodes, tally, to);
        if (CaptureReader.begins(first)) {
            frames = new FrameReader(new Overheard(sip, others, tally, to), tally);
            capture = new CaptureReader(frames);
            capture.take(first, 0, first.length);
            return;
        }
        mustBeText(first);
        LogReader reader = new LogReader(sip, tally, to, now, zone);
        log = reader;
        lines = new LogLines(first, reader::take);
        lines.take(first, 0, first.length);
    }

    private static void mustBeText(byte[] first) throws UnreadableException {
        if (first[0] == 0x1f && (first[1] & 0xff) == 0x8b || first[0] == 'P' && first[1] == 'K') {
            throw new UnreadableException("It is packed: unpack it first, and bring what is in it.");
        }
        boolean hasZeros = false;
        for (int i = 0; i < Math.min(first.length, MOST_SAMPLE); i++) {
            hasZeros = hasZeros || first[i] == 0;
        }
        if (hasZeros && !LogLines.isWide(first)) {
            throw new UnreadableException(
                    "It is neither a capture (pcap or pcapng) nor a text log: its first bytes are none of these.");
        }
    }
}
