package jordfell.bench;

import java.nio.file.Path;
import jordfell.core.capture.UnreadableException;

/** What a large capture costs. */
final class CaptureFigures implements Figures {

    @Override
    public void say(Report report, Path folder) {
        try {
            CaptureBench.Result result = CaptureBench.run();
            report.say(
                    "a capture of 1 GB looked at, against reading its packets alone",
                    result.looked(),
                    result.alone(),
                    2,
                    "s");
            report.say("what of it is held in the end, against 400 MB", result.megabytes(), 400, 1, "MB");
        } catch (UnreadableException e) {
            throw new IllegalStateException("a capture that was made here is read", e);
        }
    }
}
