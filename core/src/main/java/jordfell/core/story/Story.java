package jordfell.core.story;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import jordfell.core.story.Timeline.Ask;
import jordfell.core.story.Timeline.Changed;
import jordfell.core.story.Timeline.LineTimes;
import jordfell.core.story.Timeline.Refused;

/**
 * What happened, in sentences: what was changed last before it began, when that was, and what was done since. Nothing is said to
 * have come of something; only what came after what.
 */
public final class Story {

    private static final int MOST_CHANGES = 3;

    /** From the first refusal until it is a finding. */
    private static final Duration SOON = Duration.ofMinutes(2);

    /**
     * A sentence.
     *
     * @param at the moment that it tells of, which is marked on the axis
     */
    public record Sentence(Instant at, String words) {}

    private Story() {}

    /** Of a device that is held by something since a moment; none of one that works. */
    public static List<Sentence> of(Timeline timeline, Optional<Instant> heldSince, Instant now) {
        if (heldSince.isEmpty()) {
            return List.of();
        }
        Optional<Instant> ended = lastEnd(timeline, now);
        Optional<Refused> refused = firstRefusal(timeline, ended);
        Instant began = Stream.of(heldSince, ended, refused.map(Refused::first))
                .flatMap(Optional::stream)
                .min(Comparator.naturalOrder())
                .orElseThrow();
        List<Sentence> story = new ArrayList<>();
        timeline.changes().stream()
                .filter(c -> !c.at().isAfter(began))
                .max(Comparator.comparing(Changed::at))
                .ifPresent(c -> story.add(new Sentence(c.at(), "The last change before it began: " + told(c))));
        timeline.asks().stream()
                .filter(a -> !a.took().isEmpty() && !a.first().isAfter(began))
                .max(Comparator.comparing(Ask::first))
                .ifPresent(a -> story.add(new Sentence(a.first(), "It took over revision " + a.took() + ".")));
        refused.ifPresent(r -> story.add(new Sentence(r.first(), told(r, heldSince.get()))));
        story.add(ended.map(at -> new Sentence(at, "Its last registration ended."))
                .orElseGet(() -> new Sentence(began, "No registration of it is among what was seen lately.")));
        since(timeline, began, story);
        story.sort(Comparator.comparing(Sentence::at));
        return List.copyOf(story);
    }

    /** What was done after it began, and what it took over. */
    private static void since(Timeline timeline, Instant began, List<Sentence> story) {
        List<Changed> changes =
                timeline.changes().stream().filter(c -> c.at().isAfter(began)).toList();
        changes.stream().limit(MOST_CHANGES).forEach(c -> story.add(new Sentence(c.at(), sentence(told(c)))));
        if (changes.size() > MOST_CHANGES) {
            story.add(new Sentence(
                    changes.get(MOST_CHANGES).at(),
                    changes.size() - MOST_CHANGES + " more changes followed; they stand on the axis."));
        }
        timeline.asks().stream()
                .filter(a -> !a.took().isEmpty() && a.first().isAfter(began))
                .forEach(a -> story.add(new Sentence(a.first(), "It took over revision " + a.took() + ".")));
    }

    /** When the last of its registrations ended, while none goes on. */
    private static Optional<Instant> lastEnd(Timeline timeline, Instant now) {
        return timeline.lines().stream()
                .flatMap(line -> line.registered().stream())
                .map(Span::to)
                .filter(to -> to.isBefore(now))
                .max(Comparator.naturalOrder());
    }

    /** Of the refusals that go on after it was registered. */
    private static Optional<Refused> firstRefusal(Timeline timeline, Optional<Instant> ended) {
        return timeline.lines().stream()
                .map(LineTimes::refused)
                .flatMap(List::stream)
                .filter(r -> ended.filter(at -> r.last().isBefore(at)).isEmpty())
                .min(Comparator.comparing(Refused::first));
    }

    /** That it began with the first that is seen can be said only where that is as old as what holds it: older ones are let go. */
    private static String told(Refused r, Instant heldSince) {
        String answer = "he registrar answered “" + r.words() + "”";
        if (r.times() == 1) {
            return "T" + answer + ".";
        }
        boolean isFirst = !r.first().isAfter(heldSince.plus(SOON));
        return (isFirst ? "From here on t" : "T") + answer + ", again and again.";
    }

    private static String told(Changed c) {
        return sentence(c.who().isEmpty() ? c.words() : c.who() + " " + c.words());
    }

    private static String sentence(String words) {
        return words.endsWith(".") ? words : words + ".";
    }
}
