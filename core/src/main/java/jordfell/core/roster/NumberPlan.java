package jordfell.core.roster;

import java.util.List;
import java.util.Set;

/**
 * Which numbers a domain gives out.
 *
 * @param reserved numbers that are never given, such as the operator's
 * @param emergency numbers an extension must neither be nor begin
 */
public record NumberPlan(List<Block> blocks, Set<String> reserved, Set<String> emergency) {

    public NumberPlan {
        blocks = List.copyOf(blocks);
        reserved = Set.copyOf(reserved);
        emergency = Set.copyOf(emergency);
    }

    /** These blocks with nothing reserved and the usual emergency numbers. */
    public static NumberPlan of(List<Block> blocks) {
        return new NumberPlan(blocks, Set.of(), ExtensionRules.EMERGENCY);
    }

    /** The same plan for one block alone. */
    public NumberPlan only(Block block) {
        return new NumberPlan(List.of(block), reserved, emergency);
    }

    /** Whether rules of the plan itself keep this number back. */
    public boolean keepsBack(String number) {
        return reserved.contains(number)
                || emergency.stream().anyMatch(e -> e.startsWith(number) || number.startsWith(e));
    }
}
