package jordfell.core.shared;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * What the devices of one trouble share against the rest of the fleet: one factor, or two together.
 *
 * @param factors one or two
 * @param held how many of the held ones have all of them
 * @param ofHeld how many held ones there are
 * @param others how many of the rest have all of them
 * @param ofOthers how many others there are
 * @param chance how likely that is by chance, times the number of factors that were tried (Bonferroni); at most 1
 */
public record Shared(List<Factor> factors, int held, int ofHeld, int others, int ofOthers, double chance) {

    /** So much of them has to be covered by what they are said to share. */
    private static final double COVERS = 0.8;

    private static final double TELLING = 0.05;

    /** Of fewer it is said that they are few. */
    private static final int FEW = 5;

    public Shared {
        factors = List.copyOf(factors);
    }

    /**
     * The factor or pair that tells the held ones from the rest best; empty where chance would do as well.
     *
     * @param held what each held device has; two at least
     * @param rest what each other device has
     */
    public static Optional<Shared> of(List<Map<Factor.Kind, String>> held, List<Map<Factor.Kind, String>> rest) {
        if (held.size() < 2 || rest.isEmpty()) {
            return Optional.empty();
        }
        Map<Factor, Integer> counts = counts(held);
        // Which of them cover enough is seen in the same devices, so that all of them were tried, alone and in pairs.
        int tried = counts.size() + counts.size() * (counts.size() - 1) / 2;
        return candidates(counts, held.size()).stream()
                .map(factors -> measured(factors, held, rest, tried))
                .filter(s -> s.chance < TELLING)
                .min(Comparator.comparingDouble((Shared s) -> s.others / (double) s.ofOthers)
                        .thenComparing(
                                Comparator.comparingInt((Shared s) -> s.held).reversed())
                        .thenComparingInt(s -> s.factors.size())
                        .thenComparingDouble(Shared::chance)
                        .thenComparing(s -> s.factors.get(0).kind()));
    }

    /**
     * The one factor of a kind that most of the held ones have and that tells them from the rest, whatever else tells them
     * apart as well; empty where chance would do as well.
     */
    public static Optional<Shared> by(
            Factor.Kind kind, List<Map<Factor.Kind, String>> held, List<Map<Factor.Kind, String>> rest) {
        if (held.size() < 2 || rest.isEmpty()) {
            return Optional.empty();
        }
        Map<Factor, Integer> counts = counts(held);
        counts.keySet().removeIf(factor -> factor.kind() != kind);
        return counts.keySet().stream()
                .map(factor -> measured(List.of(factor), held, rest, counts.size()))
                .filter(s -> s.chance < TELLING)
                .min(Comparator.comparingDouble(Shared::chance));
    }

    private static Map<Factor, Integer> counts(List<Map<Factor.Kind, String>> held) {
        Map<Factor, Integer> counts = new HashMap<>();
        held.forEach(device -> device.forEach((kind, value) -> {
            if (!value.isEmpty()) {
                counts.merge(new Factor(kind, value), 1, Integer::sum);
            }
        }));
        return counts;
    }

    /** What most of them have, alone and in pairs. */
    private static List<List<Factor>> candidates(Map<Factor, Integer> counts, int held) {
        List<Factor> covering = counts.entrySet().stream()
                .filter(e -> e.getValue() >= COVERS * held)
                .map(Map.Entry::getKey)
                .sorted(Comparator.comparing(Factor::kind))
                .toList();
        List<List<Factor>> all = new ArrayList<>();
        for (int i = 0; i < covering.size(); i++) {
            all.add(List.of(covering.get(i)));
            for (int j = i + 1; j < covering.size(); j++) {
                all.add(List.of(covering.get(i), covering.get(j)));
            }
        }
        return all;
    }

    private static Shared measured(
            List<Factor> factors, List<Map<Factor.Kind, String>> held, List<Map<Factor.Kind, String>> rest, int tried) {
        int with = having(held, factors);
        int others = having(rest, factors);
        double chance = FisherTest.chance(with, held.size(), with + others, held.size() + rest.size());
        boolean covers = with >= COVERS * held.size();
        return new Shared(factors, with, held.size(), others, rest.size(), covers ? Math.min(1, chance * tried) : 1);
    }

    private static int having(List<Map<Factor.Kind, String>> devices, List<Factor> factors) {
        return (int) devices.stream()
                .filter(device -> factors.stream().allMatch(f -> f.value().equals(device.getOrDefault(f.kind(), ""))))
                .count();
    }

    /** Whether there are so few that more of them could say something else. */
    public boolean isOfFew() {
        return ofHeld < FEW;
    }

    /** In one sentence that says no more than was counted. */
    public String sentence() {
        String who = held == ofHeld ? ofHeld == 2 ? "Both" : "All " + ofHeld : held + " of the " + ofHeld;
        String what = factors.stream().map(Factor::said).collect(Collectors.joining(" and "));
        String rest = others == 0
                ? factors.size() == 2
                        ? "none of the " + ofOthers + " others has both"
                        : "none of the " + ofOthers + " others"
                : others + " of the " + ofOthers + " others too";
        return who + " " + what + "; " + rest + "." + (isOfFew() ? " They are few: one more may change that." : "");
    }
}
