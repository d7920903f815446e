package jordfell.core.diagnosis;

import java.time.Instant;
import java.util.List;

/**
 * Why a device is held.
 *
 * @param variant tells apart what triage must not lump together; equal for devices with the same trouble
 * @param settledBy what would make it certain or take it away; empty if it is certain
 * @param line the line it is about, or 0 for the whole device
 * @param brief a few words for a list
 * @param sentence what is wrong, in one sentence
 * @param detail how it is known, and what follows
 * @param since when it was first seen
 * @param tries how often it was seen; 0 if that is not what it is known by
 * @param evidence the observations or records that show it; never empty
 */
public record Finding(
        Cause cause,
        String variant,
        Certainty certainty,
        String settledBy,
        int line,
        String brief,
        String sentence,
        String detail,
        Instant since,
        int tries,
        List<String> evidence,
        List<Remedy> remedies) {

    public Finding {
        if (evidence.isEmpty()) {
            throw new IllegalArgumentException("a finding needs an observation or a record: " + cause);
        }
        if (settledBy.isEmpty() != (certainty == Certainty.CERTAIN)) {
            throw new IllegalArgumentException("what is not certain needs what would settle it: " + cause);
        }
        evidence = List.copyOf(evidence);
        remedies = List.copyOf(remedies);
    }

    /** The same finding, known to have begun earlier than it says by itself. */
    public Finding goingOnSince(Instant earlier) {
        return earlier.isBefore(since)
                ? new Finding(
                        cause, variant, certainty, settledBy, line, brief, sentence, detail, earlier, tries, evidence,
                        remedies)
                : this;
    }

    /** What is proven. */
    static Telling certain(Cause cause, String sentence) {
        return new Telling(cause, Certainty.CERTAIN, sentence, "");
    }

    /** What usually is behind what was seen. */
    static Telling likely(Cause cause, String sentence, String settledBy) {
        return new Telling(cause, Certainty.LIKELY, sentence, settledBy);
    }

    /** One of several that fit. */
    static Telling possible(Cause cause, String sentence, String settledBy) {
        return new Telling(cause, Certainty.POSSIBLE, sentence, settledBy);
    }

    /** A finding that is being put into words. */
    static final class Telling {

        private final Cause cause;
        private final Certainty certainty;
        private final String sentence;
        private final String settledBy;
        private String variant = "";
        private int line;
        private String brief = "";
        private String detail = "";
        private Instant since = Instant.EPOCH;
        private int tries;
        private List<String> evidence = List.of();

        private Telling(Cause cause, Certainty certainty, String sentence, String settledBy) {
            this.cause = cause;
            this.certainty = certainty;
            this.sentence = sentence;
            this.settledBy = settledBy;
        }

        Telling variant(String tellsApart) {
            variant = tellsApart;
            return this;
        }

        Telling line(int position) {
            line = position;
            return this;
        }

        Telling brief(String fewWords) {
            brief = fewWords;
            return this;
        }

        Telling detail(String howItIsKnown) {
            detail = howItIsKnown;
            return this;
        }

        Telling since(Instant first) {
            since = first;
            return this;
        }

        Telling tries(int times) {
            tries = times;
            return this;
        }

        Telling shownBy(String... what) {
            evidence = List.of(what);
            return this;
        }

        Telling shownBy(List<String> what) {
            evidence = what;
            return this;
        }

        Finding remedies(List<Remedy> what) {
            return new Finding(
                    cause, variant, certainty, settledBy, line, brief, sentence, detail, since, tries, evidence, what);
        }

        Finding remedies(Remedy... what) {
            return remedies(List.of(what));
        }
    }
}
