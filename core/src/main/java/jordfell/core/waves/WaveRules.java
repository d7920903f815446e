package jordfell.core.waves;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.wish.FieldProblem;
import jordfell.core.wish.FieldProblems;

/** What a wave may be, before it is made. */
public final class WaveRules {

    /** More than this nobody keeps track of. */
    public static final int MOST = 10;

    private static final int LONGEST_NAME = 100;

    private WaveRules() {}

    /**
     * A wave as it is wished for.
     *
     * @param percent the share of the devices that it takes, if it takes one
     * @param takesRest whether it takes all that no other wave does
     */
    public record Wish(
            String name,
            Optional<Integer> percent,
            boolean takesRest,
            WaveWatch.Starts starts,
            Optional<Instant> startsAt,
            int stopPercent) {}

    /** All that won’t do of waves in their order; empty if they can be made. {@code /waves/1/name} is the second’s name. */
    public static List<FieldProblem> refuse(List<Wish> waves) {
        FieldProblems problems = new FieldProblems();
        if (waves.size() > MOST) {
            problems.add("waves", waves.size() + " waves are too many.", "At most " + MOST + " can be kept track of.");
        }
        for (int i = 0; i < waves.size(); i++) {
            refuse(waves.get(i), "waves/" + i, problems);
        }
        if (!waves.isEmpty() && !waves.get(waves.size() - 1).takesRest()) {
            problems.add(
                    "waves/" + (waves.size() - 1),
                    "The last wave does not take the rest, so that some devices would be in no wave.",
                    "Let it take the rest.");
        }
        return problems.all();
    }

    private static void refuse(Wish wave, String at, FieldProblems problems) {
        problems.text(wave.name(), at + "/name", "name", LONGEST_NAME);
        wave.percent()
                .filter(p -> p < 1 || p > 100)
                .ifPresent(p -> problems.add(at + "/percent", p + " is no share.", "1 to 100 percent is."));
        if (wave.stopPercent() < 0 || wave.stopPercent() > 100) {
            problems.add(at + "/stopPercent", wave.stopPercent() + " is no share.", "0 to 100 percent is.");
        }
        if (wave.starts() == WaveWatch.Starts.AT && wave.startsAt().isEmpty()) {
            problems.add(at + "/startsAt", "It has no time.", "Say when it begins.");
        }
    }
}
