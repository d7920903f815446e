package jordfell.bench;

import java.nio.file.Path;
import java.util.Locale;
import jordfell.core.capture.UnreadableException;

/** What a large capture costs. */
final class CaptureFigures implements Figures {

    @Override
    public void say(Report report, Path folder) {
        try {
            CaptureBench.Result result = CaptureBench.usual();
            report.say(
                    "a capture of 1 GB looked at, against reading its packets alone",
                    result.looked(),
                    result.alone(),
                    2,
                    "s");
            report.say("what of it is held in the end, against 400 MB", result.megabytes(), 400, 1, "MB");
            report.add(String.format(
                    Locale.ROOT,
                    "told    a capture of SIP and nothing else: %.0f µs a message",
                    CaptureBench.sipAlone().microsOfOne()));
        } catch (UnreadableException e) {
            throw new IllegalStateException("a capture that was made here is read", e);
        }
    }
}
