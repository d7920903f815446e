package jordfell.core.intake;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.NavigableSet;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeSet;
import jordfell.core.roster.Block;
import jordfell.core.roster.ExtensionRules;
import jordfell.core.roster.NumberPlan;
import jordfell.core.roster.NumbersInUse;

/**
 * The numbers of one domain while rows are read: those in the records and those that rows before have taken. Remembers
 * how far each block was searched, so that ten thousand draws search it once.
 */
final class NumberDraw {

    private final NumberPlan plan;
    private final NumbersInUse records;
    private final NavigableSet<String> drawn = new TreeSet<>();
    private final Set<String> wanted;
    private final Map<Block, Integer> searched = new HashMap<>();
    private final Map<Block, Integer> suggested = new HashMap<>();

    private final NumbersInUse all = new NumbersInUse() {
        @Override
        public boolean contains(String number) {
            return drawn.contains(number) || records.contains(number);
        }

        @Override
        public Optional<String> longerThan(String number) {
            return Optional.ofNullable(drawn.higher(number))
                    .filter(next -> next.startsWith(number))
                    .or(() -> records.longerThan(number));
        }
    };

    /** @param wanted numbers that rows ask for by themselves, which are not drawn for others */
    NumberDraw(NumberPlan plan, NumbersInUse records, Set<String> wanted) {
        this.plan = plan;
        this.records = records;
        this.wanted = new HashSet<>(wanted);
    }

    NumbersInUse all() {
        return all;
    }

    NumberPlan plan() {
        return plan;
    }

    void take(String number) {
        drawn.add(number);
    }

    /** Takes the lowest number of the block, or of all blocks, that can be given and no other row asks for. */
    OptionalInt draw(Optional<Block> block) {
        for (Block one : block.map(List::of).orElse(plan.blocks())) {
            OptionalInt next = search(one, searched);
            if (next.isPresent()) {
                take(Integer.toString(next.getAsInt()));
                return next;
            }
        }
        return OptionalInt.empty();
    }

    /** The lowest number of these blocks that could be given, to be told as a hint. */
    OptionalInt suggest(List<Block> blocks) {
        for (Block one : blocks) {
            OptionalInt next = search(one, suggested);
            if (next.isPresent()) {
                return next;
            }
        }
        return OptionalInt.empty();
    }

    Optional<ExtensionRules.Refusal> refuse(String number) {
        return ExtensionRules.refuse(number, plan, all, this::suggest);
    }

    private OptionalInt search(Block block, Map<Block, Integer> reached) {
        int from = reached.getOrDefault(block, block.first());
        for (int n = from; n <= block.last(); n++) {
            String number = Integer.toString(n);
            if (!wanted.contains(number) && ExtensionRules.canBeGiven(number, plan, all)) {
                reached.put(block, n);
                return OptionalInt.of(n);
            }
        }
        reached.put(block, block.last() + 1);
        return OptionalInt.empty();
    }
}
