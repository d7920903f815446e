package jordfell.core.dialing;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What a registrar makes of a number that was dialled: list by list what was tried, and what came of it. Emergency numbers are
 * looked at first and always pass, whatever the lists say.
 *
 * @param tried in the order in which it was looked at, up to and including what matched, then what was not reached
 * @param target where it goes; empty if nothing matches
 * @param number what is called; what was dialled where nothing is changed
 */
public record DialDecision(List<Tried> tried, Optional<DialTarget> target, String number) {

    /** More rows than this are not looked at: no list that people wrote is longer. */
    static final int MOST_ROWS = 20_000;

    /** What the emergency numbers are called as a list. */
    public static final String EMERGENCY = "Emergency";

    /** What came of a row. */
    public enum Outcome {
        NO,
        MATCHED,
        NOT_REACHED,
        /** The list stands within itself; it is not entered again. */
        LOOP,
        /** The list is not there any more. */
        MISSING
    }

    /**
     * A row that was looked at.
     *
     * @param path the names of the lists, the outermost first
     * @param why in a few words, why it does not match
     */
    public record Tried(List<String> path, String pattern, Optional<DialTarget> target, Outcome outcome, String why) {}

    /**
     * Decides for one number.
     *
     * @param emergency numbers that always pass
     * @param lists those of the permission, in their order
     * @param all every list of the domain, by its number
     */
    public static DialDecision of(String dialled, List<String> emergency, List<Long> lists, Map<Long, DialList> all) {
        Walk walk = new Walk(dialled, all);
        for (String number : emergency.stream().sorted().toList()) {
            walk.look(List.of(EMERGENCY), DigitPattern.of(number), new DialTarget.Outside(DialTarget.Change.NONE));
        }
        lists.forEach(list -> walk.enter(List.of(), list, new HashSet<>()));
        return new DialDecision(List.copyOf(walk.tried), walk.found, walk.number());
    }

    private static final class Walk {

        private final String dialled;
        private final Map<Long, DialList> all;
        private final List<Tried> tried = new ArrayList<>();
        private Optional<DialTarget> found = Optional.empty();

        Walk(String dialled, Map<Long, DialList> all) {
            this.dialled = dialled;
            this.all = all;
        }

        /** @param within the lists in which this one stands */
        void enter(List<String> path, long listId, Set<Long> within) {
            DialList list = all.get(listId);
            if (list == null) {
                tried.add(new Tried(path, "", Optional.empty(), Outcome.MISSING, "the list is gone"));
                return;
            }
            List<String> here = new ArrayList<>(path);
            here.add(list.name());
            if (!within.add(listId)) {
                tried.add(new Tried(here, "", Optional.empty(), Outcome.LOOP, "it stands within itself"));
                return;
            }
            for (DialList.Entry entry : list.entries()) {
                if (tried.size() >= MOST_ROWS) {
                    break;
                }
                if (entry instanceof DialList.Rule rule) {
                    look(List.copyOf(here), rule.pattern(), rule.target());
                } else {
                    enter(here, ((DialList.Included) entry).listId(), within);
                }
            }
            within.remove(listId);
        }

        void look(List<String> path, DigitPattern pattern, DialTarget target) {
            if (found.isPresent()) {
                tried.add(new Tried(path, pattern.toString(), Optional.of(target), Outcome.NOT_REACHED, ""));
                return;
            }
            Optional<String> why = pattern.refuse(dialled);
            if (why.isEmpty()) {
                found = Optional.of(target);
            }
            tried.add(new Tried(
                    path,
                    pattern.toString(),
                    Optional.of(target),
                    why.isEmpty() ? Outcome.MATCHED : Outcome.NO,
                    why.orElse("")));
        }

        String number() {
            return found.map(target -> {
                        if (target instanceof DialTarget.Inside inside) {
                            return inside.change().of(dialled);
                        }
                        return target instanceof DialTarget.Outside outside
                                ? outside.change().of(dialled)
                                : dialled;
                    })
                    .orElse(dialled);
        }
    }
}
