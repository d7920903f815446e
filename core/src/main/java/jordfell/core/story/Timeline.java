package jordfell.core.story;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import jordfell.core.evidence.Episode;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.SipSeen;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.DeviceFacts.ExtensionFacts;

/**
 * What happened to a device, on one time axis.
 *
 * @param changes what was done to its records, and what it took over, oldest first
 * @param asks how it asked for its configuration
 * @param lines when each of its extensions was registered, and when it was refused
 * @param troubles what held it, those that are over too
 */
public record Timeline(List<Changed> changes, List<Ask> asks, List<LineTimes> lines, List<Trouble> troubles) {

    /**
     * Something that was done.
     *
     * @param who empty where nobody here did it
     */
    public record Changed(Instant at, String who, String words) {}

    /**
     * Requests for its configuration that went alike.
     *
     * @param took the revision that it took then, shortened; empty where that was none or the one that it had
     */
    public record Ask(Instant first, Instant last, int times, boolean refused, String took) {}

    /**
     * Answers that went alike.
     *
     * @param words as the registrar said it
     */
    public record Refused(Instant first, Instant last, int times, String words) {}

    /** One extension. */
    public record LineTimes(int line, String number, List<Span> registered, List<Refused> refused) {}

    /**
     * What held it.
     *
     * @param to empty while it does
     */
    public record Trouble(Instant from, Optional<Instant> to, String sentence) {}

    private static final int FEW_CHARACTERS = 4;

    public Timeline {
        changes = List.copyOf(changes);
        asks = List.copyOf(asks);
        lines = List.copyOf(lines);
        troubles = List.copyOf(troubles);
    }

    /** The axis of a device. */
    public static Timeline of(
            DeviceFacts device, List<Episode> episodes, List<Changed> done, List<Trouble> troubles, Instant now) {
        List<Ask> asks = asks(episodes);
        List<Changed> changes = new ArrayList<>(done);
        changes.sort(Comparator.comparing(Changed::at));
        return new Timeline(changes, asks, lines(device, episodes, now), troubles);
    }

    private static List<Ask> asks(List<Episode> episodes) {
        List<Ask> asks = new ArrayList<>();
        String has = "";
        for (Episode episode : inOrder(episodes)) {
            if (newest(episode) instanceof ConfigRequested c) {
                boolean isAnother = c.served() && !c.revision().equals(has);
                has = c.served() ? c.revision() : has;
                asks.add(new Ask(
                        episode.first(), episode.last(), episode.times(), !c.served(), isAnother ? brief(has) : ""));
            }
        }
        return asks;
    }

    private static List<LineTimes> lines(DeviceFacts device, List<Episode> episodes, Instant now) {
        Map<Integer, String> numbers = new TreeMap<>();
        device.lines()
                .forEach(l -> l.extension().map(ExtensionFacts::number).ifPresent(n -> numbers.put(l.position(), n)));
        return numbers.entrySet().stream()
                .map(line -> new LineTimes(
                        line.getKey(),
                        line.getValue(),
                        registered(device, line.getValue(), episodes, now),
                        refused(device, line.getValue(), episodes)))
                .toList();
    }

    /** From each time that it was taken until that ran out or it was taken back, as far as it is known now. */
    private static List<Span> registered(DeviceFacts device, String number, List<Episode> episodes, Instant now) {
        List<Span> spans = new ArrayList<>();
        List<Instant> ends = new ArrayList<>();
        for (Episode episode : inOrder(episodes)) {
            if (newest(episode) instanceof BindingChanged b && b.number().equals(number) && device.owns(b)) {
                if (b.change().live()) {
                    spans.add(new Span(episode.first(), b.expiresAt()));
                } else {
                    ends.add(b.at());
                }
            }
        }
        return Span.joined(spans.stream()
                .map(span -> ends.stream()
                        .filter(end -> !end.isBefore(span.from()) && end.isBefore(span.to()))
                        .filter(end -> goesOnAfter(spans, span, end).isEmpty())
                        .min(Comparator.naturalOrder())
                        .map(span::until)
                        .orElse(span))
                .map(span -> span.until(now))
                .toList());
    }

    /** An end is none of a binding that was refreshed after it. */
    private static Optional<Span> goesOnAfter(List<Span> spans, Span span, Instant end) {
        return spans.stream()
                .filter(other -> !other.equals(span)
                        && other.from().isAfter(span.from())
                        && other.from().isBefore(end))
                .filter(other -> other.to().isAfter(end))
                .findFirst();
    }

    private static List<Refused> refused(DeviceFacts device, String number, List<Episode> episodes) {
        List<Refused> refused = new ArrayList<>();
        for (Episode episode : inOrder(episodes)) {
            if (newest(episode) instanceof SipSeen.Response r
                    && r.answers("REGISTER")
                    && r.number().equals(number)
                    && device.owns(r)
                    && r.status() >= 400
                    && !r.isChallenge()) {
                refused.add(new Refused(
                        episode.first(),
                        episode.last(),
                        episode.times(),
                        r.message().startLine().substring("SIP/2.0 ".length())));
            }
        }
        return refused;
    }

    private static List<Episode> inOrder(List<Episode> episodes) {
        return episodes.stream().sorted(Comparator.comparing(Episode::first)).toList();
    }

    private static Observation newest(Episode episode) {
        return episode.newest().get(episode.newest().size() - 1);
    }

    private static String brief(String revision) {
        return revision.substring(0, Math.min(FEW_CHARACTERS, revision.length()));
    }
}
