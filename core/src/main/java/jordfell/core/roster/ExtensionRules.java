package jordfell.core.roster;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** Decides which extension numbers a domain may give out. */
public final class ExtensionRules {

    /** Emergency numbers an extension must neither be nor begin (E.161 keypads dial them at once). */
    public static final Set<String> EMERGENCY = Set.of("112", "911", "999");

    private static final Pattern DIGITS = Pattern.compile("[0-9]+");

    private ExtensionRules() {}

    /**
     * Why this number can't be given, or empty when it can.
     *
     * @param taken the numbers in use in this domain
     */
    public static Optional<Refusal> refuse(String number, List<Block> blocks, NumbersInUse taken) {
        return refuse(number, NumberPlan.of(blocks), taken);
    }

    public static Optional<Refusal> refuse(String number, NumberPlan plan, NumbersInUse taken) {
        return refuse(number, plan, taken, blocks -> nextFree(blocks, plan, taken));
    }

    /**
     * The same with the search for a free number left to the caller, who may remember how far it got.
     *
     * @param next finds the lowest number of these blocks that can be given
     */
    public static Optional<Refusal> refuse(
            String number, NumberPlan plan, NumbersInUse taken, Function<List<Block>, OptionalInt> next) {
        List<Block> blocks = plan.blocks();
        if (!DIGITS.matcher(number).matches()) {
            return Optional.of(new Refusal("An extension is made of digits only.", example(blocks, next)));
        }
        if (number.length() < 2 || number.length() > 7) {
            return Optional.of(new Refusal(
                    "An extension has 2 to 7 digits; this has " + number.length() + ".", example(blocks, next)));
        }
        Optional<String> emergency = emergencyClash(number, plan);
        if (emergency.isPresent()) {
            return Optional.of(new Refusal(
                    number + " would get in the way of the emergency number " + emergency.get() + ".",
                    example(blocks, next)));
        }
        if (plan.reserved().contains(number)) {
            return Optional.of(new Refusal(number + " is reserved in this domain.", example(blocks, next)));
        }
        Optional<Block> block = blocks.stream().filter(b -> b.contains(number)).findFirst();
        if (block.isEmpty()) {
            return Optional.of(new Refusal(
                    number + " is outside the blocks of this domain: " + list(blocks) + ".", example(blocks, next)));
        }
        if (taken.contains(number)) {
            return Optional.of(new Refusal(number + " is taken.", example(List.of(block.get()), next)));
        }
        return prefixClash(number, taken)
                .map(other -> new Refusal(
                        number + " and " + other + " begin alike: dialling the shorter would wait.",
                        example(List.of(block.get()), next)));
    }

    /** An emergency number of the plan that this one is, begins, or goes on from. */
    public static Optional<String> emergencyClash(String number, NumberPlan plan) {
        return plan.emergency().stream()
                .filter(emergency -> emergency.startsWith(number) || number.startsWith(emergency))
                .findFirst();
    }

    /** The lowest number of these blocks that can be given, if there is one. */
    public static OptionalInt nextFree(List<Block> blocks, NumbersInUse taken) {
        return nextFree(blocks, NumberPlan.of(blocks), taken);
    }

    /** The lowest number of these blocks that the plan allows and nobody has. */
    public static OptionalInt nextFree(List<Block> blocks, NumberPlan plan, NumbersInUse taken) {
        return blocks.stream()
                .flatMapToInt(block -> IntStream.rangeClosed(block.first(), block.last()))
                .filter(n -> canBeGiven(Integer.toString(n), plan, taken))
                .findFirst();
    }

    /** Whether a number that lies in a block can be given. */
    public static boolean canBeGiven(String number, NumberPlan plan, NumbersInUse taken) {
        return !plan.keepsBack(number)
                && !taken.contains(number)
                && prefixClash(number, taken).isEmpty();
    }

    /** A taken number that begins this one, or that this one begins. */
    public static Optional<String> prefixClash(String number, NumbersInUse taken) {
        return IntStream.range(2, number.length())
                .mapToObj(length -> number.substring(0, length))
                .filter(taken::contains)
                .findFirst()
                .or(() -> taken.longerThan(number));
    }

    private static String example(List<Block> blocks, Function<List<Block>, OptionalInt> nextFree) {
        OptionalInt next = nextFree.apply(blocks);
        return next.isPresent()
                ? "The next free number is " + next.getAsInt() + "."
                : "No number is free in " + list(blocks) + "; widen the block first.";
    }

    private static String list(List<Block> blocks) {
        return blocks.stream().map(Block::toString).collect(Collectors.joining(", "));
    }

    /** Why a number is refused and what would be right. */
    public record Refusal(String reason, String hint) {}
}
