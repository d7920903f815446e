package jordfell.core.story;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import jordfell.core.story.Timeline.Changed;
import jordfell.core.story.Timeline.LineTimes;
import jordfell.core.story.Timeline.Refused;

/**
 * What happened, in sentences: when it worked last, what was changed after that, and since when it is as it is. Nothing is said
 * to have come of something; only what came after what.
 */
public final class Story {

    private static final int MOST_CHANGES = 3;

    /** What was done so long before it stopped working is part of it: a phone takes a change over when it asks next. */
    private static final Duration BEFORE = Duration.ofMinutes(30);

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
        List<Sentence> story = new ArrayList<>();
        Optional<Instant> worked = lastWorked(timeline, now);
        worked.ifPresentOrElse(
                at -> story.add(new Sentence(at, "It was last registered until this moment.")),
                () -> story.add(
                        new Sentence(heldSince.get(), "It was not registered in all the time that is kept here.")));
        Instant from = worked.map(at -> at.minus(BEFORE)).orElse(Instant.MIN);
        List<Changed> between =
                timeline.changes().stream().filter(c -> c.at().isAfter(from)).toList();
        between.stream()
                .limit(MOST_CHANGES)
                .forEach(c -> story.add(new Sentence(
                        c.at(), c.who().isEmpty() ? sentence(c.words()) : c.who() + " " + lower(c.words()) + ".")));
        if (between.size() > MOST_CHANGES) {
            story.add(new Sentence(
                    between.get(MOST_CHANGES).at(),
                    between.size() - MOST_CHANGES + " more changes followed; they stand on the axis."));
        }
        timeline.asks().stream()
                .filter(a -> !a.took().isEmpty() && a.first().isAfter(from))
                .forEach(a -> story.add(new Sentence(a.first(), "It took over revision " + a.took() + ".")));
        firstRefusal(timeline, worked)
                .ifPresent(r -> story.add(new Sentence(
                        r.first(),
                        r.times() == 1
                                ? "The registrar answered “" + r.words() + "”."
                                : "From here on the registrar answered “" + r.words() + "”, " + r.times()
                                        + " times.")));
        story.sort(Comparator.comparing(Sentence::at));
        return List.copyOf(story);
    }

    /** When the last of its registrations ended, while none goes on. */
    private static Optional<Instant> lastWorked(Timeline timeline, Instant now) {
        return timeline.lines().stream()
                .flatMap(line -> line.registered().stream())
                .map(Span::to)
                .filter(to -> !to.isAfter(now))
                .max(Comparator.naturalOrder());
    }

    private static Optional<Refused> firstRefusal(Timeline timeline, Optional<Instant> worked) {
        return timeline.lines().stream()
                .map(LineTimes::refused)
                .flatMap(List::stream)
                .filter(r -> worked.filter(at -> r.last().isBefore(at)).isEmpty())
                .min(Comparator.comparing(Refused::first));
    }

    private static String sentence(String words) {
        return words.endsWith(".") ? words : words + ".";
    }

    private static String lower(String words) {
        boolean isName = words.length() > 1 && Character.isUpperCase(words.charAt(1));
        return words.isEmpty() || isName ? words : Character.toLowerCase(words.charAt(0)) + words.substring(1);
    }
}
