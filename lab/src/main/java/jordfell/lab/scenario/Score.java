package jordfell.lab.scenario;

import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import jordfell.core.diagnosis.Cause;

/**
 * How well a scenario is told: devices by their ids.
 *
 * @param found those that it reaches and of which what is so is told; where nothing is to be told, those of which nothing is
 * @param missed those that it reaches and of which nothing is told yet
 * @param wrong those of which something is told that was not told before, and is not what the scenario did
 */
public record Score(Set<Long> found, Set<Long> missed, Set<Long> wrong) {

    public Score {
        found = Set.copyOf(found);
        missed = Set.copyOf(missed);
        wrong = Set.copyOf(wrong);
    }

    /**
     * Holds what is told against what was done.
     *
     * @param reached the devices that the scenario reaches
     * @param expected causes of which each would be true of them; none where nothing is to be told
     * @param before the first cause of each device when it began; devices without one are not in it
     * @param now the same for now
     */
    public static Score of(Set<Long> reached, Set<Cause> expected, Map<Long, Cause> before, Map<Long, Cause> now) {
        Set<Long> found = new TreeSet<>();
        Set<Long> missed = new TreeSet<>();
        Set<Long> wrong = new TreeSet<>();
        for (Long device : reached) {
            Cause told = now.get(device);
            if (told == null || told == before.get(device)) {
                (expected.isEmpty() ? found : missed).add(device);
            } else {
                (expected.contains(told) ? found : wrong).add(device);
            }
        }
        now.forEach((device, told) -> {
            if (!reached.contains(device) && told != before.get(device)) {
                wrong.add(device);
            }
        });
        return new Score(found, missed, wrong);
    }
}
