package jordfell.bench;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** What it costs to resolve and render. */
final class RenderFigures implements Figures {

    @Override
    public void say(Report report, Path folder) {
        RenderBench render = new RenderBench();
        double bare = Double.MAX_VALUE;
        double small = Double.MAX_VALUE;
        // The first rounds are slower than all later ones, until both are compiled.
        for (int round = 0; round < Sizes.ROUNDS; round++) {
            bare = Math.min(bare, render.bare(Sizes.SMALL));
            small = Math.min(small, render.rendered(Sizes.SMALL));
        }
        report.say("resolve and render 10,000 devices against the bare bodies", small, bare, 3, "s");
        growth(report, render);
        report.say(
                "memory kept after 100,000 devices against 10,000",
                render.megabytesKept(Sizes.LARGE),
                render.megabytesKept(Sizes.SMALL),
                1.2,
                "MB");
    }

    /** Few right before and right after many, since the machine is not equally fast all the time; the middle of the rounds. */
    private static void growth(Report report, RenderBench render) {
        record Round(double few, double many) {
            double ratio() {
                return many / few;
            }
        }
        List<Round> rounds = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            double before = render.rendered(Sizes.SMALL);
            double many = render.rendered(Sizes.LARGE);
            rounds.add(new Round((before + render.rendered(Sizes.SMALL)) / 2, many));
        }
        rounds.sort(Comparator.comparingDouble(Round::ratio));
        Round middle = rounds.get(1);
        report.say("resolve and render 100,000 devices against 10,000", middle.many(), middle.few(), 11, "s");
    }
}
