package jordfell.bench;

import java.nio.file.Path;

/** What call paths and digits cost. */
final class CallFigures implements Figures {

    @Override
    public void say(Report report, Path folder) {
        CallBench bench = new CallBench();
        double paths = Double.MAX_VALUE;
        double one = Double.MAX_VALUE;
        double digit = Double.MAX_VALUE;
        for (int round = 0; round < Sizes.ROUNDS; round++) {
            paths = Math.min(paths, bench.all());
            one = Math.min(one, bench.one());
            digit = Math.min(digit, bench.digit());
        }
        report.say("call paths of 10,000 extensions and 5,000 outside numbers, against 2 s", paths, 2, 1, "s");
        report.say("call path of one number, against 1 ms", one, 1, 1, "ms");
        report.say("a digit over 1,000 patterns, against 0.1 ms", digit, 0.1, 1, "ms");
    }
}
