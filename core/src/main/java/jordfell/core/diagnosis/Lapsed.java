package jordfell.core.diagnosis;

import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.FirmwareAsked;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.milestone.Fetches;
import jordfell.core.path.Condition;
import jordfell.core.path.LineStatus;
import jordfell.core.path.Stop;

/**
 * <em>lapsed</em>: it carried once, and its registration ended. Whether it lives on without registering or is heard no more
 * are two things: only the last one sends somebody to look at power and cable.
 */
final class Lapsed implements Rule {

    /** What only the device itself can have caused. */
    record Sign(Instant at, String did) {}

    /** So long after its end it is looked at again and again: what is heard of others shows in time. */
    private static final Duration WATCHED = Duration.ofMinutes(45);

    private static final Duration EVERY = Duration.ofMinutes(1);

    @Override
    public Optional<Instant> due(CaseOf device) {
        return ended(device)
                .flatMap(LineStatus::endedAt)
                .filter(end ->
                        device.neighbours().isKnown() && end.plus(WATCHED).isAfter(device.now()))
                .map(end -> device.now().plus(EVERY));
    }

    @Override
    public List<Finding> examine(CaseOf device) {
        Optional<LineStatus> lapsed = lapsedLine(device);
        if (lapsed.isEmpty() || !new LoggedOff().examine(device).isEmpty()) {
            return List.of();
        }
        LineStatus line = lapsed.get();
        Optional<Finding> site = line.takenBack() ? Optional.empty() : ofTheSite(device, line);
        if (site.isPresent()) {
            return site.stream().toList();
        }
        return signOfLife(device, line)
                .map(sign -> List.of(alive(device, line, sign)))
                .orElseGet(() -> line.takenBack() ? List.of() : quiet(device, line));
    }

    /** Nothing was seen since: that says something of its power once a look of it was missed, and not before. */
    private static List<Finding> quiet(CaseOf device, LineStatus line) {
        boolean triesAgain =
                line.triesAgainBy().filter(t -> t.isAfter(device.now())).isPresent();
        if (triesAgain && device.path().condition() == Condition.SILENT) {
            return List.of();
        }
        boolean missed = line.showsItselfBy(device.facts(), device.reached())
                .filter(t -> !t.isAfter(device.now()))
                .isPresent();
        return List.of(missed ? silent(device, line) : notHeardSince(device, line));
    }

    /** The first line whose registration ended, of a device that is held for it or silent; none that is about to ask again. */
    static Optional<LineStatus> lapsedLine(CaseOf device) {
        return ended(device).filter(line -> !line.waitsAfterAnswer(device.now()));
    }

    private static Optional<LineStatus> ended(CaseOf device) {
        return device.path().condition() == Condition.SILENT || device.heldAt(Stop.ACCEPTED)
                ? device.path().lines().stream()
                        .filter(l -> l.refusal().isEmpty() && l.lapsed(device.now()))
                        .findFirst()
                : Optional.empty();
    }

    /** What was seen of the device after its registration had ended. */
    static Optional<Sign> signOfLife(CaseOf device, LineStatus line) {
        Instant end = line.endedAt().orElse(device.now());
        Stream<Sign> fetched = device.reached().fetches().taken().map(Fetches.Taken::newest).stream()
                .map(ConfigRequested::at)
                .map(at -> new Sign(at, "asked for its configuration"));
        Stream<Sign> firmware = device.reached().firmware().map(FirmwareAsked::at).stream()
                .map(at -> new Sign(at, "asked for firmware"));
        Stream<Sign> looked = device.reached().lookUps().last().stream().map(Lapsed::lookedUp);
        Stream<Sign> heard = device.reached().heardLast().stream()
                .map(at -> new Sign(at, "sent SIP that was no registration of this line"));
        return Stream.of(fetched, firmware, looked, heard)
                .flatMap(s -> s)
                .filter(sign -> sign.at().isAfter(end))
                .max(Comparator.comparing(Sign::at));
    }

    private static Sign lookedUp(NameLookedUp lookup) {
        return new Sign(lookup.at(), "looked up " + lookup.name());
    }

    private static Finding alive(CaseOf device, LineStatus line, Sign sign) {
        return Finding.likely(
                        Cause.LAPSED,
                        "It is alive, and registers no more.",
                        "Whether other phones at " + device.facts().site() + " register meanwhile.")
                .variant("alive")
                .line(line.position())
                .brief("registers no more")
                .detail("It " + sign.did() + " after the registration of " + line.number()
                        + " had ended; no other registration of it has reached a registrar since.")
                .since(line.endedAt().orElse(device.now()))
                .shownBy("registration of " + line.number() + " ended", "it " + sign.did() + " later")
                .remedies(Remedy.advice("See whether UDP to the registrar’s port is let through at "
                        + device.facts().site() + " and whether other phones there register; then restart it."));
    }

    /** Nothing of any kind comes from its whole site, while the registrars hear others. */
    private static Optional<Finding> ofTheSite(CaseOf device, LineStatus line) {
        Neighbours neighbours = device.neighbours();
        Instant ended = line.endedAt().orElse(device.now());
        boolean isAlive = signOfLife(device, line).isPresent();
        return neighbours
                .site()
                .silentSince(device.now())
                .filter(since -> !isAlive && !ended.isBefore(since) && neighbours.othersAreHeard(since, device.now()))
                .filter(since -> !neighbours.siteIsAlive(since))
                .map(since -> ofTheSite(device, line, since));
    }

    private static Finding ofTheSite(CaseOf device, LineStatus line, Instant since) {
        String site = device.facts().site();
        return Finding.likely(
                        Cause.LAPSED,
                        "Nothing comes from " + site + " any more, from none of its phones.",
                        "Whether anything else at " + site + " can be reached.")
                .variant(site + ", all of it")
                .line(line.position())
                .brief("all of " + site + " is silent")
                .detail(
                        "Neither SIP nor a request for a file or a name came from there since, and the registrars hear others.")
                .since(since)
                .shownBy("registration of " + line.number() + " ended", "nothing was heard of " + site + " since")
                .remedies(Remedy.advice("See whether " + site + " has power, and whether its line is up."));
    }

    private static Finding silent(CaseOf device, LineStatus line) {
        String site = device.facts().site();
        return Finding.likely(Cause.LAPSED, "It was registered, and then fell silent.", "Its lamps.")
                .variant(site)
                .line(line.position())
                .brief("silent")
                .detail("Extension " + line.number() + " last spoke to " + node(line)
                        + "; its registration ran out without a refresh, its next look for its configuration did not come, and nothing"
                        + " else was seen of it since.")
                .since(line.endedAt().orElse(device.now()))
                .shownBy("registration of " + line.number() + " ended", "no look for its configuration since")
                .remedies(Remedy.advice("Check its power and network cable at " + site + "."));
    }

    private static Finding notHeardSince(CaseOf device, LineStatus line) {
        String site = device.facts().site();
        boolean looks = line.showsItselfBy(device.facts(), device.reached()).isPresent();
        return Finding.possible(
                        Cause.LAPSED,
                        "It was registered, and nothing was seen of it since that ended.",
                        looks
                                ? "Its next look for its configuration: it looks every "
                                        + device.facts().checkEvery().toSeconds() + " s."
                                : "Its lamps.")
                .variant(site + ", not heard since")
                .line(line.position())
                .brief("not heard since")
                .detail("The registration of " + line.number() + " with " + node(line) + " ran out without a refresh. "
                        + (looks
                                ? "No look of it for its configuration was due since."
                                : "It looks for no configuration by which it could be told whether it is on."))
                .since(line.endedAt().orElse(device.now()))
                .shownBy("registration of " + line.number() + " ended")
                .remedies(Remedy.advice("See whether other phones at " + site
                        + " are registered; if they are, check its power and network cable."));
    }

    static String node(LineStatus line) {
        return line.binding().map(BindingChanged::node).orElse("a registrar");
    }
}
