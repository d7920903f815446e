package jordfell.core.milestone;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import jordfell.core.evidence.Observation.NameLookedUp;

/** The names that it looked up: of each name and type the newest look-up, the last one last. */
public record LookUps(List<LookUp> newest) {

    static final LookUps NONE = new LookUps(List.of());

    /** More than a phone has any use for: a name server by name, a time server, its registrar by service and address. */
    private static final int MOST = 40;

    /**
     * A name and type.
     *
     * @param failingSince the first of the look-ups in a row that gave nothing; empty if the newest gave something
     * @param failures how many those are
     */
    public record LookUp(NameLookedUp newest, Optional<Instant> failingSince, int failures) {}

    public LookUps {
        newest = List.copyOf(newest);
    }

    LookUps after(NameLookedUp next) {
        Optional<LookUp> before = newest.stream()
                .filter(l -> l.newest().name().equals(next.name())
                        && l.newest().type().equals(next.type()))
                .findFirst();
        boolean fails = next.answers().isEmpty();
        LookUp now = new LookUp(
                next,
                fails ? Optional.of(before.flatMap(LookUp::failingSince).orElse(next.at())) : Optional.empty(),
                fails ? before.map(LookUp::failures).orElse(0) + 1 : 0);
        List<LookUp> all = Stream.concat(newest.stream().filter(l -> !before.equals(Optional.of(l))), Stream.of(now))
                .toList();
        return new LookUps(all.subList(Math.max(0, all.size() - MOST), all.size()));
    }

    /** When it looked anything up last. */
    public Optional<NameLookedUp> last() {
        return newest.stream().map(LookUp::newest).max(Comparator.comparing(NameLookedUp::at));
    }
}
