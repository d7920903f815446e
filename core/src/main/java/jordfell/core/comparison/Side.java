package jordfell.core.comparison;

import jordfell.core.path.Condition;
import jordfell.core.path.Stop;

/**
 * One of the two devices.
 *
 * @param why what is known to be wrong with it, in one sentence; empty if nothing is
 * @param rail the letters of its stops
 */
public record Side(
        long id,
        String label,
        String model,
        String site,
        String template,
        String firmware,
        Condition condition,
        String word,
        String why,
        String rail) {

    /** Whether a registrar accepts it, and nothing holds it since. */
    public boolean works() {
        boolean accepted = rail.length() > Stop.ACCEPTED.place() && rail.charAt(Stop.ACCEPTED.place()) == 'p';
        return accepted && condition != Condition.HELD && condition != Condition.SILENT;
    }
}
