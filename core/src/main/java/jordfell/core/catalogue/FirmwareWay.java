package jordfell.core.catalogue;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.regex.Pattern;

/**
 * The way from the firmware that a device has to the one it should have: over every stepping stone between the two, since
 * a device that jumps over one is lost.
 */
public final class FirmwareWay {

    /** Versions compared part by part as numbers: 2.10 is later than 2.9. */
    public static final Comparator<String> BY_NUMBER = FirmwareWay::compare;

    private static final Pattern NUMBER = Pattern.compile("[0-9]{1,18}");

    private FirmwareWay() {}

    /** A way, no need of one, or why there is none. */
    public sealed interface Found {
        record Already() implements Found {}

        /**
         * A way.
         *
         * @param steps versions to install one after another, the last is the target
         */
        record Steps(List<String> steps) implements Found {
            public Steps {
                steps = List.copyOf(steps);
            }
        }

        record None(String why) implements Found {}
    }

    /**
     * Finds the shortest way that jumps over no stepping stone.
     *
     * @param stones versions that must not be jumped over
     * @param blocked versions that are never installed
     * @param there versions of which there is a file
     */
    public static Found find(
            String installed,
            String target,
            Collection<String> stones,
            Collection<String> blocked,
            Collection<String> there) {
        if (compare(installed, target) == 0) {
            return new Found.Already();
        }
        boolean up = compare(installed, target) < 0;
        List<String> steps = new ArrayList<>(stones.stream()
                .filter(stone -> between(stone, installed, target))
                .sorted(up ? BY_NUMBER : BY_NUMBER.reversed())
                .toList());
        steps.add(target);
        for (String step : steps) {
            if (blocked.stream().anyMatch(b -> compare(b, step) == 0)) {
                return new Found.None("The way to " + target + " leads over " + step + ", which is blocked.");
            }
            if (there.stream().noneMatch(t -> compare(t, step) == 0)) {
                return new Found.None("There is no file of " + step + ", which "
                        + (step.equals(target)
                                ? "it should have."
                                : "must not be jumped over on the way to " + target + "."));
            }
        }
        return new Found.Steps(steps);
    }

    private static boolean between(String stone, String one, String other) {
        return compare(one, other) < 0
                ? compare(stone, one) > 0 && compare(stone, other) < 0
                : compare(stone, one) < 0 && compare(stone, other) > 0;
    }

    private static int compare(String a, String b) {
        String[] left = a.split("\\.");
        String[] right = b.split("\\.");
        for (int i = 0; i < Math.max(left.length, right.length); i++) {
            int compared = Long.compare(part(left, i), part(right, i));
            if (compared != 0) {
                return compared;
            }
        }
        return 0;
    }

    private static long part(String[] parts, int i) {
        return i < parts.length && NUMBER.matcher(parts[i]).matches() ? Long.parseLong(parts[i]) : 0;
    }
}
