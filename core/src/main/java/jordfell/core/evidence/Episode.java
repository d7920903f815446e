package jordfell.core.evidence;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;

/**
 * Observations that belong together: the messages of one registration, one look-up, one file's requests. What says nothing
 * new is folded in: first, last, how often, and the newest as it was.
 *
 * @param key what makes another one say nothing new; equal for such
 * @param first when it was seen first
 * @param last when the newest ended
 * @param times how often
 * @param newest the newest, oldest message first
 */
public record Episode(String key, Instant first, Instant last, int times, List<Observation> newest) {

    /** Messages kept of one registration: a challenge and its answer are four, the rest is repetition. */
    static final int MOST_MESSAGES = 12;

    public Episode {
        newest = List.copyOf(newest);
    }

    static Episode of(String key, List<Observation> story) {
        List<Observation> kept = story.size() <= MOST_MESSAGES ? story : ends(story);
        return new Episode(key, story.get(0).at(), story.get(story.size() - 1).at(), 1, kept);
    }

    /** What it is about, such as {@code config} or {@code register}. */
    public String kind() {
        return key.substring(0, key.indexOf('|'));
    }

    /** Enough to know it by and to go on from. */
    Episode withoutMessages() {
        return new Episode(key, first, last, times, List.of());
    }

    /** The same once more. */
    Episode again(Episode next) {
        return new Episode(key, first, next.last, times + next.times, next.newest);
    }

    private static List<Observation> ends(List<Observation> story) {
        List<Observation> kept = new ArrayList<>(story.subList(0, MOST_MESSAGES / 2));
        kept.addAll(story.subList(story.size() - MOST_MESSAGES / 2, story.size()));
        return kept;
    }
}
