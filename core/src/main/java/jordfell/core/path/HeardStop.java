package jordfell.core.path;

import java.time.Instant;

/** <em>Heard</em>: a REGISTER with the released configuration reached a registrar. */
final class HeardStop implements StopRule {

    @Override
    public StopReport report(Journey j) {
        if (!j.passed(Stop.LOCATED)) {
            return StopReport.notSeen(Stop.HEARD);
        }
        Instant since = j.begin().orElseThrow();
        if (j.facts().byHand() && j.reached().heardFirst().isEmpty()) {
            return StopReport.awaited(Stop.HEARD, since, "waiting for its first registration");
        }
        return j.reached()
                .heardFirst()
                .map(heard -> StopReport.passed(Stop.HEARD, heard.at(), "REGISTER at " + heard.node()))
                .orElseGet(() -> StopReport.waiting(
                        Stop.HEARD,
                        since,
                        since.plus(Journey.USUAL_STEP),
                        j.now(),
                        "no REGISTER yet",
                        "no REGISTER has reached a registrar"));
    }
}
