package jordfell.core.diagnosis;

import java.util.List;
import jordfell.core.path.LineStatus;

/** <em>logged-off</em>: it ended its registration before that ran out (RFC 3261 §10.2.2). */
final class LoggedOff implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return Lapsed.lapsedLine(device)
                .filter(LineStatus::takenBack)
                .filter(line -> Lapsed.signOfLife(device, line).isEmpty())
                .map(line -> loggedOff(device, line))
                .stream()
                .toList();
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
                        "Ask whether somebody switched it off at " + site + "; switched on, it registers again."));
    }
}
