package jordfell.core.history;

import java.time.Instant;
import jordfell.core.diagnosis.Cause;
import jordfell.core.diagnosis.Finding;

/**
 * A finding from its beginning on.
 *
 * @param finding in its newest words
 * @param opened when it was first told
 */
public record FindingLife(Finding finding, Instant opened) {

    /** What stays the same of a finding while its words and counts move on. */
    public record Key(Cause cause, String variant, int line) {}

    public Key key() {
        return keyOf(finding);
    }

    static Key keyOf(Finding finding) {
        return new Key(finding.cause(), finding.variant(), finding.line());
    }

    /** The same finding, told anew; since when stays what was known first. */
    FindingLife toldAnew(Finding now) {
        return new FindingLife(now.goingOnSince(finding.since()), opened);
    }
}
