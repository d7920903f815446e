package jordfell.core.roster;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Lays out a run of new extensions: so many from a number on, with the numbers that can't be given passed over. */
public final class NumberRun {

    public static final int MOST = 500;

    private NumberRun() {}

    /**
     * A run as it would be made.
     *
     * @param numbers those that would be made
     * @param passedOver those in between that can't be given, with the reason
     * @param problem why the run can't be made; empty if it can
     */
    public record Laid(List<String> numbers, List<Skipped> passedOver, Optional<String> problem) {
        public Laid {
            numbers = List.copyOf(numbers);
            passedOver = List.copyOf(passedOver);
        }
    }

    /** A number in the way. */
    public record Skipped(String number, String reason) {}

    public static Laid lay(String from, int count, NumberPlan plan, NumbersInUse taken) {
        if (count < 1 || count > MOST) {
            return refused("A run has 1 to " + MOST + " extensions; this would have " + count + ".");
        }
        Optional<Block> block =
                plan.blocks().stream().filter(b -> b.contains(from)).findFirst();
        if (block.isEmpty()) {
            return refused(from + " is outside the blocks of this domain.");
        }
        List<String> numbers = new ArrayList<>();
        List<Skipped> passedOver = new ArrayList<>();
        Set<String> own = new HashSet<>();
        for (int n = Integer.parseInt(from); n <= block.get().last() && numbers.size() < count; n++) {
            String number = Integer.toString(n);
            Optional<ExtensionRules.Refusal> refusal =
                    ExtensionRules.refuse(number, plan, taken, blocks -> java.util.OptionalInt.empty());
            if (refusal.isPresent()) {
                passedOver.add(new Skipped(number, refusal.get().reason()));
            } else if (own.add(number)) {
                numbers.add(number);
            }
        }
        return numbers.size() == count
                ? new Laid(numbers, passedOver, Optional.empty())
                : new Laid(
                        numbers,
                        passedOver,
                        Optional.of("Only " + numbers.size() + " of " + count + " fit from " + from + " to the end of "
                                + block.get() + "."));
    }

    private static Laid refused(String reason) {
        return new Laid(List.of(), List.of(), Optional.of(reason));
    }
}
