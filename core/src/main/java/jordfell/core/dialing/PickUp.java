package jordfell.core.dialing;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.IntStream;

/** Taking a call that rings at somebody else’s phone, by dialling for it. */
public final class PickUp {

    /** What dial lists call it: the row’s keys alone take any call of the group, with an extension behind them only its own. */
    public static final String SERVICE = "pick-up";

    private static final int FEWEST_DIGITS = 2;
    private static final int MOST_SAID = 3;

    private PickUp() {}

    /** Whether a call could be taken, and in one sentence whose. */
    public record Said(boolean mayTake, String sentence) {}

    /**
     * What comes of dialling for a call, in one sentence.
     *
     * @param group the other extensions in the pick-up group of whoever dials
     */
    public static Said said(String keys, Set<String> group, Predicate<String> isExtension) {
        Optional<String> named = named(keys, isExtension);
        if (group.isEmpty()) {
            return new Said(false, "It takes no call: it is in no pick-up group with others.");
        }
        if (named.filter(number -> !group.contains(number)).isPresent()) {
            return new Said(false, "It takes no call: " + named.get() + " is not in its pick-up group.");
        }
        List<String> all = group.stream().sorted().toList();
        String whose = named.orElseGet(() -> all.size() <= MOST_SAID
                ? String.join(" or ", all)
                : String.join(", ", all.subList(0, MOST_SAID)) + " or " + (all.size() - MOST_SAID) + " others");
        return new Said(true, "It takes a call that rings at " + whose + ".");
    }

    /**
     * The extension whose call is asked for: the longest one with which the keys end.
     *
     * @param keys what was dialled
     * @param isExtension whether the domain has an extension of this number
     * @return empty if the keys name none, so that any call of the group is meant
     */
    public static Optional<String> named(String keys, Predicate<String> isExtension) {
        return IntStream.rangeClosed(1, keys.length() - FEWEST_DIGITS)
                .mapToObj(keys::substring)
                .filter(isExtension)
                .findFirst();
    }
}
