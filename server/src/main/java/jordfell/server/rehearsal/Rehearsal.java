package jordfell.server.rehearsal;

import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import jordfell.core.diagnosis.Cause;
import jordfell.lab.scenario.Scenario;
import jordfell.lab.scenario.Score;

/**
 * A scenario that runs, as it is kept: ids of devices, MACs of phones.
 *
 * @param place its name
 * @param at by what the world knows the place
 * @param faults ids of those that it switched on
 * @param phones those that it does something to
 * @param reached devices that were well and to which it does something
 * @param touched all devices to which it does something, whether or not they were well
 * @param singled those of them of which something of their own is to be told
 * @param alone whether a node that is lost is the only one of its domain
 * @param before the first cause of each device when it began
 * @param undo what its course needs to mend what it did
 */
record Rehearsal(
        Scenario scenario,
        String place,
        String at,
        Instant since,
        List<Long> faults,
        List<String> phones,
        Set<Long> reached,
        Set<Long> touched,
        Set<Long> singled,
        boolean alone,
        Map<Long, Cause> before,
        String undo) {

    /** How it is told now. */
    Score score(Map<Long, Cause> now) {
        Map<Long, Cause> told = new HashMap<>(now);
        told.keySet().removeIf(device -> touched.contains(device) && !reached.contains(device));
        return Score.of(reached, device -> scenario.expects(alone, singled.contains(device)), before, told);
    }
}
