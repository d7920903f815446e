package jordfell.core.keys;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import jordfell.core.keys.KeyFill.Somebody;

/**
 * Which key of one phone does what, and what finds no room.
 *
 * @param placed keys that do something, in the order of their positions
 * @param misfits wishes for keys that this phone has not
 */
public record KeyPlan(List<Placed> placed, List<Misfit> misfits) {

    /** A key with what it does and the layer that says so. */
    public record Placed(int position, KeyPlace place, KeyKind kind, String target, String label, String origin) {}

    /**
     * What does not fit.
     *
     * @param moveTo a key of this phone that is free; empty if all are taken
     */
    public record Misfit(
            int position, KeyKind kind, String target, String label, String origin, Optional<Integer> moveTo) {}

    /** The layout of one layer: what it wishes at which position. */
    public record Words(String origin, SortedMap<Integer, KeyWish> wishes) {}

    public KeyPlan {
        placed = List.copyOf(placed);
        misfits = List.copyOf(misfits);
    }

    /** A phone whose keys nobody speaks of. */
    public static final KeyPlan NONE = new KeyPlan(List.of(), List.of());

    /**
     * Works a plan out. At each position the last layer that speaks is heard. The first key of a row that a rule fills is
     * followed by the others at the next positions of which no layer speaks; whoever has a key of the same kind already is
     * left out.
     *
     * @param lowestFirst layouts of all layers
     * @param own the phone's own extensions, which no rule puts on a key
     */
    public static KeyPlan of(List<Words> lowestFirst, KeyBank bank, List<Somebody> everybody, List<String> own) {
        SortedMap<Integer, Heard> heard = new TreeMap<>();
        for (Words layer : lowestFirst) {
            layer.wishes().forEach((position, wish) -> heard.put(position, new Heard(wish, layer.origin())));
        }
        Set<String> spokenOf = new HashSet<>();
        heard.values().stream()
                .filter(h -> h.wish().fill().isEmpty())
                .forEach(h -> spokenOf.add(h.wish().kind() + h.wish().target()));
        SortedMap<Integer, Heard> filled = new TreeMap<>(heard);
        heard.forEach((position, first) -> first.wish().fill().ifPresent(fill -> {
            filled.remove(position);
            int at = position;
            for (Somebody somebody : fill.row(everybody, own)) {
                if (!spokenOf.add(first.wish().kind() + somebody.number())) {
                    continue;
                }
                while (filled.containsKey(at) || heard.containsKey(at) && at != position) {
                    at++;
                }
                filled.put(
                        at,
                        new Heard(
                                new KeyWish(first.wish().kind(), somebody.number(), somebody.name()), first.origin()));
            }
        }));
        filled.values().removeIf(h -> h.wish().kind() == KeyKind.EMPTY);
        return fit(filled, bank);
    }

    private record Heard(KeyWish wish, String origin) {}

    private static KeyPlan fit(SortedMap<Integer, Heard> wishes, KeyBank bank) {
        List<Placed> placed = new ArrayList<>();
        List<Misfit> misfits = new ArrayList<>();
        List<Integer> free = new ArrayList<>();
        for (int position = 1; position <= bank.size(); position++) {
            if (!wishes.containsKey(position)) {
                free.add(position);
            }
        }
        wishes.forEach((position, heard) -> {
            KeyWish wish = heard.wish();
            String label = !wish.label().isEmpty()
                    ? wish.label()
                    : wish.kind() == KeyKind.LINE
                            ? "Line " + wish.target()
                            : wish.kind().label();
            if (position <= bank.size()) {
                placed.add(
                        new Placed(position, bank.place(position), wish.kind(), wish.target(), label, heard.origin()));
            } else {
                Optional<Integer> moveTo = free.isEmpty() ? Optional.empty() : Optional.of(free.remove(0));
                misfits.add(new Misfit(position, wish.kind(), wish.target(), label, heard.origin(), moveTo));
            }
        });
        return new KeyPlan(placed, misfits);
    }

    /** What does not fit, in one sentence: how many and where they could go; empty if all do. */
    public Optional<String> misfitSentence(KeyBank bank) {
        if (misfits.isEmpty()) {
            return Optional.empty();
        }
        long movable = misfits.stream().filter(m -> m.moveTo().isPresent()).count();
        int wished = placed.size() + misfits.size();
        String where = movable == misfits.size()
                ? "there is room on free keys."
                : movable > 0 ? movable + " would fit on free keys." : "no key is free.";
        return Optional.of("It has " + bank.size() + " keys, the layout " + wished + ": " + misfits.size()
                + (misfits.size() == 1 ? " does" : " do") + " not fit; " + where);
    }
}
