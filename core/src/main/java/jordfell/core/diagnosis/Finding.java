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
 * @param tries how often it was seen
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
        List<String> evidence,
        List<Remedy> remedies) {

    public Finding {
        if (evidence.isEmpty()) {
            throw new IllegalArgumentException("a finding needs an observation or a record: " + cause);
        }
        evidence = List.copyOf(evidence);
        remedies = List.copyOf(remedies);
    }
}
