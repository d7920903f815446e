package jordfell.core.capture;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import jordfell.core.bounded.Bounded;
import jordfell.core.sip.SipStream;

/**
 * Puts the segments of TCP streams that carry SIP in their order (RFC 9293 §3.4) and parts them into messages. A stream may
 * have begun before the capture did; what was not recorded of it is passed over up to where a message begins.
 */
final class Streams {

    private static final int FIN = 1;
    private static final int SYN = 2;
    private static final int RST = 4;
    private static final int MOST_STREAMS = 4_096;
    private static final int MOST_EARLY = 64;
    private static final int MOST_EARLY_BYTES = 1 << 18;

    /** So long a segment that was not recorded is waited for. */
    private static final Duration PATIENCE = Duration.ofSeconds(5);

    /** Takes messages whole. */
    interface Messages {
        void message(Instant at, Flow flow, byte[] bytes);
    }

    /** One direction of a connection. */
    private static final class Stream {
        private boolean isBegun;
        private int next;
        private SipStream sip = new SipStream();
        private final SortedMap<Integer, byte[]> early = new TreeMap<>();
        private int earlyBytes;
        private Instant earlySince = Instant.MAX;
    }

    private final Messages messages;
    private final Tally tally;
    private final Map<Flow, Stream> streams = Bounded.byUse(MOST_STREAMS);

    Streams(Messages messages, Tally tally) {
        this.messages = messages;
        this.tally = tally;
    }

    void segment(Instant at, Flow flow, int sequence, int flags, byte[] bytes, int from, int length) {
        if ((flags & (SYN | RST)) != 0) {
            streams.remove(flow);
            return;
        }
        Stream stream = streams.get(flow);
        if (stream == null) {
            if (length == 0 || !SipBytes.beginMessage(bytes, from, length)) {
                return; // another protocol’s, or the middle of something
            }
            stream = new Stream();
            streams.put(flow, stream);
        }
        if (length > 0) {
            take(at, flow, stream, sequence, bytes, from, length);
        }
        if ((flags & FIN) != 0) {
            streams.remove(flow);
        }
    }

    private void take(Instant at, Flow flow, Stream stream, int sequence, byte[] bytes, int from, int length) {
        if (!stream.isBegun) {
            stream.isBegun = true;
            stream.next = sequence;
        }
        int ahead = sequence - stream.next; // numbers go round
        if (ahead > 0) {
            keep(at, stream, ahead, bytes, from, length);
            if (stream.early.size() > MOST_EARLY
                    || stream.earlyBytes > MOST_EARLY_BYTES
                    || stream.earlySince.plus(PATIENCE).isBefore(at)) {
                skipGap(at, flow, stream);
            }
            return;
        }
        int known = -ahead;
        if (known < length) {
            deliver(at, flow, stream, Arrays.copyOfRange(bytes, from + known, from + length));
            fromEarly(at, flow, stream);
        }
    }

    /** By how far it is ahead of what is awaited, which moves with each delivery. */
    private static void keep(Instant at, Stream stream, int ahead, byte[] bytes, int from, int length) {
        byte[] before = stream.early.put(stream.next + ahead, Arrays.copyOfRange(bytes, from, from + length));
        stream.earlyBytes += length - (before == null ? 0 : before.length);
        stream.earlySince = stream.earlySince.equals(Instant.MAX) ? at : stream.earlySince;
    }

    private void fromEarly(Instant at, Flow flow, Stream stream) {
        boolean found = true;
        while (found) {
            found = false;
            for (Map.Entry<Integer, byte[]> part : Map.copyOf(stream.early).entrySet()) {
                int ahead = part.getKey() - stream.next;
                if (ahead <= 0) {
                    stream.early.remove(part.getKey());
                    stream.earlyBytes -= part.getValue().length;
                    if (-ahead < part.getValue().length) {
                        deliver(at, flow, stream, Arrays.copyOfRange(part.getValue(), -ahead, part.getValue().length));
                        found = true;
                    }
                }
            }
        }
        stream.earlySince = stream.early.isEmpty() ? Instant.MAX : stream.earlySince;
    }

    private void skipGap(Instant at, Flow flow, Stream stream) {
        tally.gaps++;
        stream.sip = new SipStream();
        int nearest = stream.early.keySet().stream()
                .min((a, b) -> Integer.compare(a - stream.next, b - stream.next))
                .orElseThrow();
        byte[] first = stream.early.remove(nearest);
        stream.earlyBytes -= first.length;
        stream.next = nearest;
        int begin = SipBytes.nextMessage(first);
        stream.next += begin;
        if (begin < first.length) {
            deliver(at, flow, stream, Arrays.copyOfRange(first, begin, first.length));
        }
        fromEarly(at, flow, stream);
    }

    private void deliver(Instant at, Flow flow, Stream stream, byte[] bytes) {
        stream.next += bytes.length;
        for (SipStream.Part part : stream.sip.take(bytes, bytes.length)) {
            if (part instanceof SipStream.Part.Message message) {
                byte[] whole = new byte[message.bytes().remaining()];
                message.bytes().get(whole);
                messages.message(at, flow, whole);
            } else if (part instanceof SipStream.Part.Lost lost) {
                tally.broken++;
                messages.message(
                        at, flow, ("SIP that can’t be parted: " + lost.why()).getBytes(StandardCharsets.UTF_8));
                stream.sip = new SipStream();
            }
        }
    }
}
