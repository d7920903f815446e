package jordfell.lab.scenario;

import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import jordfell.core.diagnosis.Cause;

/**
 * How well a scenario is told: devices by their ids.
 *
 * @param found those that it reaches and whose cause is told; where nothing is to be told, those of which nothing is
 * @param missed those that it reaches and of which nothing is told yet, or only what follows from the cause
 * @param otherwise those that it reaches and of which something else is told
 * @param elsewhere those that it does not reach and of which something is told that was not told before: of the scenario it is
 *     not so, and it may be of something else
 */
public record Score(Set<Long> found, Set<Long> missed, Set<Long> otherwise, Set<Long> elsewhere) {

    public Score {
        found = Set.copyOf(found);
        missed = Set.copyOf(missed);
        otherwise = Set.copyOf(otherwise);
        elsewhere = Set.copyOf(elsewhere);
    }

    /**
     * What may be told of a device that a scenario reaches.
     *
     * @param named causes that name what it does; none where nothing is to be told
     * @param following causes that are so as well, and do not say why
     */
    public record Expected(Set<Cause> named, Set<Cause> following) {

        public Expected {
            named = Set.copyOf(named);
            following = Set.copyOf(following);
        }
    }

    /**
     * Holds what is told against what was done.
     *
     * @param reached the devices that the scenario reaches
     * @param expectedOf what may be told of each
     * @param before the first cause of each device when it began; devices without one are not in it
     * @param now the same for now
     */
    public static Score of(
            Set<Long> reached, Function<Long, Expected> expectedOf, Map<Long, Cause> before, Map<Long, Cause> now) {
        Set<Long> found = new TreeSet<>();
        Set<Long> missed = new TreeSet<>();
        Set<Long> otherwise = new TreeSet<>();
        Set<Long> elsewhere = new TreeSet<>();
        for (Long device : reached) {
            Expected expected = expectedOf.apply(device);
            Cause told = now.get(device);
            if (told == null || told == before.get(device)) {
                (expected.named().isEmpty() ? found : missed).add(device);
            } else if (expected.named().contains(told)) {
                found.add(device);
            } else {
                (expected.following().contains(told) ? missed : otherwise).add(device);
            }
        }
        now.forEach((device, told) -> {
            if (!reached.contains(device) && told != before.get(device)) {
                elsewhere.add(device);
            }
        });
        return new Score(found, missed, otherwise, elsewhere);
    }
}
