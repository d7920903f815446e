package jordfell.core.diagnosis;

import java.time.Instant;
import java.util.List;

/**
 * Why a device is held.
 *
 * @param variant tells apart what triage must not lump together; equal for devices with the same trouble
 * @param line the line it is about, or 0 for the whole device
 * @param brief a few words for a list
 * @param sentence what is wrong, in one sentence
 * @param detail how it is known, and what follows
 * @param since when it was first seen, as far back as evidence goes
 * @param tries how often it was seen, as far back as evidence goes
 * @param moreTries it is known to have begun before the evidence does
 * @param evidence the observations or records that show it; never empty
 */
public record Finding(
        Cause cause,
        String variant,
        Certainty certainty,
        int line,
        String brief,
        String sentence,
        String detail,
        Instant since,
        int tries,
        boolean moreTries,
        List<String> evidence,
        List<Remedy> remedies) {

    public Finding {
        if (evidence.isEmpty()) {
            throw new IllegalArgumentException("a finding needs an observation or a record: " + cause);
        }
        evidence = List.copyOf(evidence);
        remedies = List.copyOf(remedies);
    }

    /** A finding whose beginning the evidence shows. */
    Finding(
            Cause cause,
            String variant,
            Certainty certainty,
            int line,
            String brief,
            String sentence,
            String detail,
            Instant since,
            int tries,
            List<String> evidence,
            List<Remedy> remedies) {
        this(cause, variant, certainty, line, brief, sentence, detail, since, tries, false, evidence, remedies);
    }

    /** The same finding, known to have begun at an earlier time than the evidence reaches back to. */
    public Finding goingOnSince(Instant earlier) {
        return earlier.isBefore(since)
                ? new Finding(
                        cause, variant, certainty, line, brief, sentence, detail, earlier, tries, tries > 0, evidence,
                        remedies)
                : this;
    }
}
