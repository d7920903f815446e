package jordfell.core.brought;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import jordfell.core.brought.Matching.Match;
import jordfell.core.capture.Sighting;
import jordfell.core.evidence.Episode;
import jordfell.core.evidence.Folding;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.SipSeen;
import jordfell.core.identity.MacAddress;

/**
 * What was brought, by whose it is: folded as what is seen here is, and no more of it than there is room for. Not safe for use by
 * several threads.
 */
public final class Gathered {

    private static final int MOST_DEVICES = 10_000;
    private static final int MOST_STRANGERS = 200;
    private static final int MOST_EPISODES = 60;
    private static final int LONGEST_TEXT = 120;
    private static final long MOST_BYTES = 48L << 20;

    /**
     * What there is of one device.
     *
     * @param by what said so, the surest first
     * @param seen how many observations
     * @param episodes of repeats the newest
     */
    public record OfDevice(
            long device, Set<MatchedBy> by, Instant first, Instant last, long seen, List<Episode> episodes) {

        /** What was seen of it, as far as it is kept. */
        public List<Observation> observations() {
            return episodes.stream().flatMap(e -> e.newest().stream()).toList();
        }
    }

    /**
     * Somebody who is on record as nobody.
     *
     * @param mac who it says it is; empty where it says nothing, and in what was kept before this was
     * @param number the extension; empty where none is told
     * @param host the address
     * @param answer what it was answered last; empty for nothing
     */
    public record Stranger(
            String mac, String number, String domain, String host, long seen, Instant last, String answer) {

        public Stranger {
            mac = Objects.requireNonNullElse(mac, "");
        }
    }

    /** One episode of several that say the same. */
    private record Begun(String key, Instant first) {}

    private static final class Page {
        private final Set<MatchedBy> by = EnumSet.noneOf(MatchedBy.class);
        private final Folding folding = Folding.from(List.of());
        private final Map<Begun, Episode> episodes = new LinkedHashMap<>();
        private Instant first = Instant.MAX;
        private Instant last = Instant.MIN;
        private long seen;
    }

    private final Matching matching;
    private final Map<Long, Page> pages = new LinkedHashMap<>();
    private final Map<String, Stranger> strangers = new LinkedHashMap<>();
    private long bytes;
    private long left;
    private Instant first = Instant.MAX;
    private Instant last = Instant.MIN;

    public Gathered(Matching matching) {
        this.matching = matching;
    }

    public void take(Sighting seen) {
        Instant at = seen.observation().at();
        first = at.isBefore(first) ? at : first;
        last = at.isAfter(last) ? at : last;
        matching.of(seen).ifPresentOrElse(match -> take(match, seen.observation()), () -> stranger(seen));
    }

    private void take(Match match, Observation o) {
        Page page = pages.get(match.device());
        if (page == null) {
            if (pages.size() >= MOST_DEVICES || bytes >= MOST_BYTES) {
                left++;
                return;
            }
            page = new Page();
            pages.put(match.device(), page);
        }
        page.by.add(match.by());
        page.seen++;
        page.first = o.at().isBefore(page.first) ? o.at() : page.first;
        page.last = o.at().isAfter(page.last) ? o.at() : page.last;
        for (Folding.Write write : page.folding.take(List.of(o))) {
            Begun key = new Begun(write.episode().key(), write.episode().first());
            bytes -= size(page.episodes.remove(key));
            if (write.fate() != Folding.Fate.ENDS) {
                page.episodes.put(key, write.episode());
                bytes += size(write.episode());
            }
        }
        while (page.episodes.size() > MOST_EPISODES || bytes > MOST_BYTES && page.episodes.size() > 1) {
            Begun oldest = page.episodes.keySet().iterator().next();
            bytes -= size(page.episodes.remove(oldest));
        }
    }

    private static long size(@org.jspecify.annotations.Nullable Episode episode) {
        long size = 0;
        if (episode != null) {
            for (Observation o : episode.newest()) {
                size += o instanceof SipSeen sip ? sip.datagram().length() : 64;
            }
        }
        return size;
    }

    private void stranger(Sighting seen) {
        Observation o = seen.observation();
        String number = o.aboutNumber();
        String mac = seen.mac().map(MacAddress::toString).orElse("");
        String key = mac + " " + number + " " + seen.domain() + " " + seen.host();
        Stranger before = strangers.get(key);
        if (before == null && strangers.size() >= MOST_STRANGERS) {
            left++;
            return;
        }
        String answer = answer(o).orElse(before == null ? "" : before.answer());
        strangers.put(
                key,
                new Stranger(
                        mac,
                        cut(number),
                        cut(seen.domain()),
                        cut(seen.host()),
                        before == null ? 1 : before.seen() + 1,
                        o.at(),
                        cut(answer)));
    }

    private static Optional<String> answer(Observation o) {
        if (o instanceof SipSeen.Response r && !r.toNode()) {
            return Optional.of(r.message().startLine().substring("SIP/2.0 ".length()));
        }
        return o instanceof ConfigRequested c ? Optional.of(c.status() + " to " + c.file()) : Optional.empty();
    }

    /** What comes from elsewhere may be long. */
    private static String cut(String text) {
        return text.substring(0, Math.min(LONGEST_TEXT, text.length()));
    }

    /** Devices, those with most of it first. */
    public List<OfDevice> devices() {
        List<OfDevice> all = new ArrayList<>();
        pages.forEach((device, page) -> all.add(new OfDevice(
                device,
                EnumSet.copyOf(page.by),
                page.first,
                page.last,
                page.seen,
                List.copyOf(page.episodes.values()))));
        all.sort(Comparator.comparingLong(OfDevice::seen).reversed());
        return all;
    }

    public List<Stranger> strangers() {
        return strangers.values().stream()
                .sorted(Comparator.comparingLong(Stranger::seen).reversed())
                .toList();
    }

    /** What there was no room for: observations of devices or strangers beyond those that are kept. */
    public long left() {
        return left;
    }

    /** When the first of it was; {@code Instant.MAX} for nothing. */
    public Instant first() {
        return first;
    }

    /** When the last of it was; {@code Instant.MIN} for nothing. */
    public Instant last() {
        return last;
    }
}
