package jordfell.bench;

import java.nio.file.Path;

/** What the application takes while nobody asks it anything; it takes a long while to be measured. */
final class RestFigures implements Figures {

    @Override
    public void say(Report report, Path folder) throws InterruptedException {
        RestBench.Result result = RestBench.run(folder.resolve("rest"));
        report.say("the application at rest, of a core, against 3 %", 100 * result.share(), 3, 1, "%");
        report.add("told    by thread: " + String.join(", ", result.threads()));
    }
}
