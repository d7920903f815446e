package jordfell.core.diagnosis;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.path.Condition;
import jordfell.core.path.LineStatus;

/** <em>lapsed</em>: it carried once, its registration ran out, and nothing was heard since. */
final class LapseRule implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        if (device.path().condition() != Condition.SILENT) {
            return List.of();
        }
        Optional<LineStatus> lapsed = device.path().lines().stream()
                .filter(l -> l.lapsed(device.now()))
                .findFirst();
        return lapsed.map(line -> lapsed(device, line)).stream().toList();
    }

    private static Finding lapsed(CaseOf device, LineStatus line) {
        Instant end = line.endedAt().orElse(device.now());
        String node = line.binding().map(b -> b.node()).orElse("a registrar");
        return new Finding(
                Cause.LAPSED,
                device.facts().site(),
                Certainty.CERTAIN,
                line.position(),
                "silent",
                "It was registered, and then fell silent.",
                "Extension " + line.number() + " last spoke to " + node
                        + "; its registration ran out without a refresh.",
                end,
                0,
                List.of("registration of " + line.number() + " ended"),
                List.of(Remedy.advice(
                        "Check its power and network cable at " + device.facts().site() + ".")));
    }
}
