package jordfell.core.path;

import java.time.Instant;

/**
 * The revision that a device has, and since when it has had it without another in between. Kept beside the evidence, which
 * reaches back only so far: a phone that asks every minute would seem to have taken its configuration an hour ago.
 */
public record Taken(String revision, Instant since) {}
