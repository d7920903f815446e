package jordfell.server.fleet;

import java.time.Instant;
import java.util.Optional;
import jordfell.core.diagnosis.Finding;
import jordfell.core.history.Point;
import jordfell.core.milestone.Whereabouts;
import jordfell.core.path.Condition;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.DevicePath;
import jordfell.core.path.Stop;
import jordfell.core.path.StopReport;
import jordfell.core.path.StopState;
import jordfell.server.records.DeviceStateStore.DeviceState;

/** What of a look at a device is kept for lists, filters and counts. */
final class StateRow {

    private StateRow() {}

    /**
     * The row of a device.
     *
     * @param macMaker whose block its MAC lies in; empty if nobody's on record
     */
    static DeviceState of(DeviceFacts facts, DevicePath path, Point present, String macMaker) {
        Optional<Finding> finding = present.foremost();
        StopReport at = path.stop(path.at());
        long passed =
                path.stops().stream().filter(s -> s.state() == StopState.PASSED).count();
        Whereabouts where = Whereabouts.of(present.reached());
        return new DeviceState(
                facts.id(),
                path.condition().name(),
                path.rail(),
                path.condition() == Condition.HELD ? path.at().name() : "",
                finding.map(f -> f.cause().slug()).orElse(""),
                finding.map(Finding::variant).orElse(""),
                word(path, at, finding),
                finding.map(Finding::sentence).orElse(""),
                finding.map(Finding::since).or(() -> since(path, at)),
                finding.map(Finding::tries).orElse(0),
                facts.pending(),
                facts.current().isPresent() && !facts.byHand(),
                present.reached().fetches().installed(),
                String.join(
                        ", ",
                        facts.lines().stream()
                                .map(l -> l.extension().map(e -> e.number()).orElse("–"))
                                .toList()),
                rank(path, finding) + (int) passed,
                facts.released().map(r -> r.revision().id()).orElse(""),
                String.join(" ", where.hosts()),
                (where.says() + " " + macMaker).strip(),
                path.condition() == Condition.CARRYING || path.condition() == Condition.PROVEN
                        ? Optional.of(present.at())
                        : Optional.empty());
    }

    /** Who has no dial tone comes first, then who has it and something else is wrong. */
    private static int rank(DevicePath path, Optional<Finding> finding) {
        return switch (path.condition()) {
            case HELD -> 0;
            case SILENT -> 10;
            case CARRYING, PROVEN -> finding.isPresent() ? 20 : 30;
            case PARKED, UNDER_WAY -> 30;
        };
    }

    private static String word(DevicePath path, StopReport at, Optional<Finding> finding) {
        return switch (path.condition()) {
            case PARKED ->
                at.stop() == Stop.KNOWN
                        ? at.evidence()
                        : finding.map(Finding::brief).orElse(at.evidence());
            case HELD, SILENT -> finding.map(Finding::brief).orElse(at.evidence());
            case CARRYING -> finding.map(Finding::brief).orElse("carrying, no test call yet");
            case PROVEN -> finding.map(Finding::brief).orElse("proven");
            case UNDER_WAY -> at.stop() == Stop.HOLDING ? "first refresh to come" : at.evidence();
        };
    }

    /** A device that carries has done so since it was accepted, not since its last refresh. */
    private static Optional<Instant> since(DevicePath path, StopReport at) {
        return path.condition() == Condition.CARRYING ? path.stop(Stop.ACCEPTED).since() : at.since();
    }
}
