package jordfell.bench;

import java.nio.file.Path;

/** What a start costs. */
final class StartFigures implements Figures {

    @Override
    public void say(Report report, Path folder) {
        StartBench few = new StartBench(folder.resolve("start-few"), Sizes.FEW);
        StartBench many = new StartBench(folder.resolve("start-many"), Sizes.LARGE);
        double small = few.start();
        double large = many.start();
        report.say("start until a phone is answered, 100,000 devices against 1,000", large, small, 2, "s");
        report.say("the same against 10 s", large, 10, 1, "s");
    }
}
