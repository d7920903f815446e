package jordfell.core.evidence;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;

/** Some of one device's observations, oldest first. */
public record Evidence(List<Observation> all) {

    public static final Evidence NONE = new Evidence(List.of());

    public Evidence {
        List<Observation> sorted = new ArrayList<>(all);
        sorted.sort(ObservationOrder.BY_TIME);
        all = List.copyOf(sorted);
    }

    /** What had been seen by a moment, itself included. */
    public Evidence until(Instant moment) {
        return new Evidence(all.stream().filter(o -> !o.at().isAfter(moment)).toList());
    }

    public <T extends Observation> List<T> list(Class<T> kind, Predicate<T> wanted) {
        return all.stream()
                .filter(kind::isInstance)
                .map(kind::cast)
                .filter(wanted)
                .toList();
    }

    public <T extends Observation> Optional<T> last(Class<T> kind, Predicate<T> wanted) {
        for (int i = all.size() - 1; i >= 0; i--) {
            if (kind.isInstance(all.get(i)) && wanted.test(kind.cast(all.get(i)))) {
                return Optional.of(kind.cast(all.get(i)));
            }
        }
        return Optional.empty();
    }
}
