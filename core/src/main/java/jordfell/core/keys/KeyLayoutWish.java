package jordfell.core.keys;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblems;

/** What a layer wishes of the keys, as somebody lays it out: one wish for a position. */
public record KeyLayoutWish(List<Placed> keys) {

    /** A wish at a position, from 1. */
    public record Placed(int position, KeyWish wish) {}

    public KeyLayoutWish {
        keys = List.copyOf(keys);
    }

    /** The wishes by their positions, or all that is wrong with them. */
    public Checked<SortedMap<Integer, KeyWish>> checked() {
        FieldProblems problems = new FieldProblems();
        Set<Integer> seen = new HashSet<>();
        for (Placed key : keys) {
            String at = "wishes/" + key.position();
            if (key.position() < 1 || key.position() > KeyWish.HIGHEST_POSITION) {
                problems.add(
                        at, "There is no key " + key.position() + ".", "1 to " + KeyWish.HIGHEST_POSITION + " are.");
                continue;
            }
            if (!seen.add(key.position())) {
                problems.add(at, "Key " + key.position() + " is wished for twice.", "Leave one of the two out.");
            }
            key.wish().refuse().ifPresent(why -> problems.add(at, "Key " + key.position() + ": " + why, ""));
        }
        return problems.otherwise(() -> {
            SortedMap<Integer, KeyWish> wishes = new TreeMap<>();
            keys.forEach(key -> wishes.put(key.position(), key.wish()));
            return wishes;
        });
    }
}
