package jordfell.bench;

import java.io.IOException;
import java.nio.file.Path;

/** What hostile datagrams cost those who register. */
final class FloodFigures implements Figures {

    private static final int HOSTILE = 200_000;

    @Override
    public void say(Report report, Path folder) throws IOException, InterruptedException {
        FloodBench.Result result = new RegisterBench().flooded(HOSTILE);
        report.say(
                "registrations lost of " + result.registered()
                        + " while 2,500 hostile datagrams a second come, against none",
                result.lost(),
                1,
                0.5,
                "");
        report.say("their 99th percentile against the quiet one", result.flooded(), result.quiet(), 10, "ms");
    }
}
