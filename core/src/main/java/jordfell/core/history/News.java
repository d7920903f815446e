package jordfell.core.history;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * What is still to be told after something came late, so that who listened all along has each finding open or closed as it
 * is now, and is told of no opening twice.
 */
final class News {

    private final History before;
    private final List<Transition> moved;
    private final Point present;

    News(History before, List<Transition> moved, Point present) {
        this.before = before;
        this.moved = moved;
        this.present = present;
    }

    /** @param gone why a finding that was open is not found again */
    List<Transition> toTell(Instant now, Function<FindingLife, Closing> gone) {
        List<Transition> news = new ArrayList<>(moved.stream()
                .filter(t -> !isOfAFinding(t) && !before.told().contains(t))
                .toList());
        Set<FindingLife.Key> open = keys(before.present());
        Map<FindingLife.Key, Transition.FindingClosed> closed = new HashMap<>();
        Set<Transition> unheardOf = new HashSet<>(cameAndWent());
        for (Transition t : moved) {
            if (t instanceof Transition.FindingClosed c) {
                closed.put(c.life().key(), c);
            }
            if (unheardOf.contains(t)) {
                news.add(t);
            }
        }
        for (FindingLife life : before.present().lives()) {
            if (!keys(present).contains(life.key())) {
                Transition.FindingClosed again = closed.get(life.key());
                news.add(again != null ? again : new Transition.FindingClosed(now, life, gone.apply(life)));
            }
        }
        present.lives().stream()
                .filter(life -> !open.contains(life.key()))
                .forEach(life -> news.add(new Transition.FindingOpened(life.opened(), life)));
        return news;
    }

    /** Findings that opened and closed since, of which neither was told. */
    private List<Transition> cameAndWent() {
        Set<FindingLife.Key> told =
                before.told().stream().filter(News::isOfAFinding).map(News::key).collect(Collectors.toSet());
        Set<FindingLife.Key> unknown = moved.stream()
                .filter(Transition.FindingOpened.class::isInstance)
                .map(News::key)
                .filter(key -> !told.contains(key)
                        && !keys(present).contains(key)
                        && !keys(before.present()).contains(key))
                .collect(Collectors.toSet());
        return moved.stream()
                .filter(t -> isOfAFinding(t) && unknown.contains(key(t)))
                .toList();
    }

    private static Set<FindingLife.Key> keys(Point point) {
        return point.lives().stream().map(FindingLife::key).collect(Collectors.toSet());
    }

    private static boolean isOfAFinding(Transition t) {
        return t instanceof Transition.FindingOpened || t instanceof Transition.FindingClosed;
    }

    private static FindingLife.Key key(Transition t) {
        return t instanceof Transition.FindingOpened opened
                ? opened.life().key()
                : ((Transition.FindingClosed) t).life().key();
    }
}
