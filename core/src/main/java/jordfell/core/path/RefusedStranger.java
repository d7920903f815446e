package jordfell.core.path;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import jordfell.core.milestone.LineMilestones;
import jordfell.core.milestone.Milestones;

/** A registration of this device that was answered 404, for a number that none of its lines has. */
public final class RefusedStranger {

    private RefusedStranger() {}

    /** The newest, if nothing was heard from the device's own lines since. */
    public static Optional<LineMilestones> of(Milestones reached, List<LineStatus> own) {
        return reached.lines().values().stream()
                .filter(line -> line.refusal().filter(r -> r.status() == 404).isPresent())
                .filter(line -> own.stream().noneMatch(o -> o.number().equals(line.number())))
                .max(Comparator.comparing(RefusedStranger::at))
                .filter(line -> own.stream()
                        .flatMap(o -> o.reached().heard().stream())
                        .noneMatch(heard -> heard.at().isAfter(at(line))));
    }

    private static Instant at(LineMilestones line) {
        return line.refusal().orElseThrow().response().at();
    }
}
