package jordfell.core.diagnosis;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import jordfell.core.evidence.Observation.Leased;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.path.LineStatus;

/** <em>logged-off</em>: it ended its registration before that ran out (RFC 3261 §10.2.2). */
final class LoggedOff implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return Lapsed.lapsedLine(device)
                .filter(LineStatus::takenBack)
                .filter(line -> line.loggedOff()
                        ? !triesAgain(device, line)
                        : Lapsed.signOfLife(device, line).isEmpty())
                .map(line -> loggedOff(device, line))
                .stream()
                .toList();
    }

    /** It may look for changes all the same; who looks for its registrar, or got a lease, was started anew since. */
    private static boolean triesAgain(CaseOf device, LineStatus line) {
        Instant end = line.endedAt().orElse(device.now());
        return Stream.of(
                        device.reached().lookUps().last().map(NameLookedUp::at),
                        device.reached().heardLast(),
                        device.reached().lease().map(Leased::at))
                .flatMap(Optional::stream)
                .anyMatch(at -> at.isAfter(end));
    }

    private static Finding loggedOff(CaseOf device, LineStatus line) {
        String site = device.facts().site();
        Finding.Telling telling = line.loggedOff()
                ? Finding.certain(Cause.LOGGED_OFF, "It logged off.")
                : Finding.likely(
                        Cause.LOGGED_OFF,
                        "Its registration was taken back.",
                        "Its own REGISTER that ends it, which was not seen.");
        return telling.line(line.position())
                .variant(site)
                .brief("logged off")
                .detail(
                        line.loggedOff()
                                ? "It asked " + Lapsed.node(line) + " itself to end the registration of "
                                        + line.number() + ", as a phone does that is logged off or shut down."
                                : "The registration of " + line.number() + " at " + Lapsed.node(line)
                                        + " was taken back before it ran out, as when a phone logs off or is shut"
                                        + " down.")
                .since(line.endedAt().orElse(device.now()))
                .shownBy("binding of " + line.number() + " removed")
                .remedies(Remedy.advice(
                        Lapsed.signOfLife(device, line).isPresent()
                                ? "It is on and looks for changes, so ask who logged it off at " + site
                                        + "; logged on there, or started anew, it registers again."
                                : "Ask whether somebody switched it off at " + site
                                        + "; switched on, it registers again."));
    }
}
