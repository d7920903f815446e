package jordfell.bench;

import java.nio.file.Path;
import java.time.Duration;
import java.util.Locale;

/** What the Lab’s world costs in virtual time. */
final class WorldFigures implements Figures {

    @Override
    public void say(Report report, Path folder) {
        WorldBench.run(Sizes.FEW, Duration.ofHours(1)); // until all of it is compiled
        WorldBench.Result few = WorldBench.run(Sizes.FEW, Duration.ofHours(4));
        WorldBench.Result some = WorldBench.run(Sizes.SMALL, Duration.ofHours(1));
        WorldBench.Result many = WorldBench.run(Sizes.LARGE, Duration.ofMinutes(10));
        report.say("an hour of 10,000 phones, against 60 s", some.seconds(), 60, 1, "s");
        report.say("their heap, against 1 GB", some.megabytes(), 1_000, 1, "MB");
        report.say(
                "not registered of 110,000 in the end, against none",
                Sizes.SMALL + Sizes.LARGE - some.registered() - many.registered(),
                1,
                0.5,
                "");
        report.say(
                "an event among 100,000 phones against one among 1,000",
                many.microsAnEvent(),
                few.microsAnEvent(),
                1.5,
                "µs");
        report.add(String.format(
                Locale.ROOT,
                "told    %,d events of 1,000 phones, %,d of 10,000, %,d of 100,000 in %.0f s with %.0f MB of heap",
                few.events(),
                some.events(),
                many.events(),
                many.seconds(),
                many.megabytes()));
    }
}
