package jordfell.core.waves;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** Deals the devices of a release out to its waves: these first, then a share of what is left, then the rest. */
public final class WavePlan {

    private WavePlan() {}

    /** Which devices a wave takes. */
    public sealed interface Part {
        /** These, as far as no earlier wave took them. */
        record These(List<Long> deviceIds) implements Part {}

        /** So many percent of those that no earlier wave took, at least one; spread evenly over the list. */
        record Share(int percent) implements Part {}

        /** All that no earlier wave took. */
        record Rest() implements Part {}
    }

    /**
     * The devices of each wave, in the order of the parts; a device that no part takes is in none.
     *
     * @param deviceIds in an order in which neighbours are alike, so that a share has some of each sort
     */
    public static List<List<Long>> deal(List<Long> deviceIds, List<Part> parts) {
        Set<Long> left = new LinkedHashSet<>(deviceIds);
        List<List<Long>> waves = new ArrayList<>();
        for (Part part : parts) {
            List<Long> wave = taken(new ArrayList<>(left), part);
            wave.forEach(left::remove);
            waves.add(wave);
        }
        return waves;
    }

    private static List<Long> taken(List<Long> left, Part part) {
        if (part instanceof Part.These chosen) {
            Set<Long> these = Set.copyOf(chosen.deviceIds());
            return left.stream().filter(these::contains).toList();
        } else if (part instanceof Part.Share share) {
            int wanted = Math.min(left.size(), Math.max(1, Math.round(left.size() * share.percent() / 100f)));
            List<Long> spread = new ArrayList<>();
            for (int i = 0; i < wanted; i++) {
                spread.add(left.get((int) ((long) i * left.size() / wanted)));
            }
            return spread;
        }
        return left;
    }
}
