package jordfell.core.waves;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

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

    /**
     * Why something of it won’t do.
     *
     * @param at where: {@code /1/name} for the name of the second wave; empty for all of them
     */
    public record Refusal(String at, String reason, String hint) {}

    /** All that won’t do of waves in their order; empty if they can be made. */
    public static List<Refusal> refuse(List<Wish> waves) {
        List<Refusal> refusals = new ArrayList<>();
        if (waves.size() > MOST) {
            refusals.add(new Refusal(
                    "", waves.size() + " waves are too many.", "At most " + MOST + " can be kept track of."));
        }
        for (int i = 0; i < waves.size(); i++) {
            Wish wave = waves.get(i);
            String at = "/" + i;
            if (wave.name().length() > LONGEST_NAME) {
                refusals.add(new Refusal(
                        at + "/name", "The name is too long.", "At most " + LONGEST_NAME + " characters fit."));
            }
            wave.percent()
                    .filter(p -> p < 1 || p > 100)
                    .ifPresent(p ->
                            refusals.add(new Refusal(at + "/percent", p + " is no share.", "1 to 100 percent is.")));
            if (wave.stopPercent() < 0 || wave.stopPercent() > 100) {
                refusals.add(
                        new Refusal(at + "/stopPercent", wave.stopPercent() + " is no share.", "0 to 100 percent is."));
            }
            if (wave.starts() == WaveWatch.Starts.AT && wave.startsAt().isEmpty()) {
                refusals.add(new Refusal(at + "/startsAt", "It has no time.", "Say when it begins."));
            }
            if (i == waves.size() - 1 && !wave.takesRest()) {
                refusals.add(new Refusal(
                        at,
                        "The last wave does not take the rest, so that some devices would be in no wave.",
                        "Let it take the rest."));
            }
        }
        return refusals;
    }
}
