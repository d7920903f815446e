package jordfell.core.history;

import java.time.Instant;

/**
 * Something that somebody did to the records of a device.
 *
 * @param what in the past tense, such as {@code released 31}
 */
public record Act(Instant at, String who, String what) {}
