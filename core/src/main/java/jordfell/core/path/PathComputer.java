package jordfell.core.path;

import static jordfell.core.path.StopReport.held;
import static jordfell.core.path.StopReport.notSeen;
import static jordfell.core.path.StopReport.passed;
import static jordfell.core.path.StopReport.waiting;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import jordfell.core.evidence.Evidence;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.evidence.Observation.SipSeen;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.core.identity.ClaimCode;
import jordfell.core.path.DeviceFacts.LineFacts;
import jordfell.core.path.DeviceFacts.ReleaseFacts;

/**
 * Computes a device's path from its records and from what was seen up to a moment.
 *
 * <p>The path follows what was last <em>released</em>: a change that was not released shows in the tray and does not
 * take dial tone away from a phone that has it.
 */
public final class PathComputer {

    /** A phone that never called in is expected within this time after its release. */
    public static final Duration USUAL_FIRST_CALL = Duration.ofMinutes(2);

    /** From one stop to the next once the phone has its configuration. */
    public static final Duration USUAL_STEP = Duration.ofSeconds(40);

    private final DeviceFacts facts;
    private final Evidence evidence;
    private final Optional<Taken> before;
    private final Instant now;
    private final List<LineStatus> lines;
    private final List<StopReport> stops = new ArrayList<>();

    private PathComputer(DeviceFacts facts, Evidence evidence, Optional<Taken> before, Instant now) {
        this.facts = facts;
        this.before = before;
        this.evidence = evidence.until(now);
        this.now = now;
        this.lines = facts.lines().stream()
                .filter(line -> line.extension().isPresent())
                .map(line ->
                        LineStatus.of(line.position(), line.extension().get().number(), this.evidence))
                .toList();
    }

    /** The path at the given moment; later observations are not looked at. */
    public static DevicePath compute(DeviceFacts facts, Evidence evidence, Instant now) {
        return compute(facts, evidence, Optional.empty(), now);
    }

    /**
     * The same, with what was found before.
     *
     * @param before the configuration that the device had when its path was last computed
     */
    public static DevicePath compute(DeviceFacts facts, Evidence evidence, Optional<Taken> before, Instant now) {
        return new PathComputer(facts, evidence, before, now).compute();
    }

    private DevicePath compute() {
        if (facts.standing() != Standing.IN_USE) {
            return idle();
        }
        stops.add(known());
        stops.add(bound());
        stops.add(released());
        Optional<ConfigRequested> fetched = fetchedRelease();
        stops.add(facts.released().map(release -> fetched(release, fetched)).orElse(notSeen(Stop.FETCHED)));
        Optional<Instant> onPhoneSince = fetched.map(this::startOfStreak);
        stops.add(onPhoneSince.map(this::located).orElse(notSeen(Stop.LOCATED)));
        stops.add(
                state(Stop.LOCATED) == StopState.PASSED
                        ? onPhoneSince.map(this::heard).orElse(notSeen(Stop.HEARD))
                        : notSeen(Stop.HEARD));
        stops.add(state(Stop.HEARD) == StopState.PASSED ? accepted() : notSeen(Stop.ACCEPTED));
        stops.add(state(Stop.ACCEPTED) == StopState.PASSED ? holding() : notSeen(Stop.HOLDING));
        stops.add(state(Stop.HOLDING) == StopState.PASSED ? proven(onPhoneSince.orElseThrow()) : notSeen(Stop.PROVEN));
        Stop at = stops.stream()
                .filter(s -> s.state() != StopState.PASSED && s.state() != StopState.NOT_NEEDED)
                .map(StopReport::stop)
                .findFirst()
                .orElse(Stop.PROVEN);
        return new DevicePath(
                stops,
                lines,
                condition(at),
                at,
                recheckAt(),
                fetched.map(f -> new Taken(f.revision(), onPhoneSince.orElseThrow())));
    }

    /** A device that is not in use needs no dial tone. */
    private DevicePath idle() {
        stops.add(known());
        for (Stop stop : Stop.values()) {
            if (stop != Stop.KNOWN) {
                stops.add(new StopReport(
                        stop,
                        StopState.NOT_NEEDED,
                        Optional.empty(),
                        Optional.empty(),
                        facts.standing() == Standing.SPARE ? "a spare" : "retired"));
            }
        }
        return new DevicePath(stops, lines, Condition.PARKED, Stop.BOUND, Optional.empty(), Optional.empty());
    }

    private StopReport known() {
        return facts.mac()
                .map(mac -> passed(
                        Stop.KNOWN,
                        facts.enrolledAt(),
                        "enrolled by " + facts.enrolledBy() + " as "
                                + facts.model().fullName()))
                .orElseGet(() -> new StopReport(
                        Stop.KNOWN,
                        StopState.WAITING,
                        Optional.of(facts.enrolledAt()),
                        Optional.empty(),
                        "waits for claim code "
                                + facts.claim().map(ClaimCode::toString).orElse("")));
    }

    private StopReport bound() {
        List<String> missing = new ArrayList<>();
        if (facts.lines().isEmpty()) {
            missing.add("no line has an extension");
        }
        facts.lines().stream()
                .filter(line -> line.extension().isEmpty())
                .map(line -> "line " + line.position() + " has no extension")
                .forEach(missing::add);
        missing.addAll(facts.problems());
        return missing.isEmpty()
                ? passed(Stop.BOUND, facts.enrolledAt(), numbers())
                : held(Stop.BOUND, facts.enrolledAt(), String.join("; ", missing));
    }

    private StopReport released() {
        return facts.released()
                .map(release -> passed(
                        Stop.RELEASED,
                        release.at(),
                        "revision " + release.revision().brief() + " by " + release.by()
                                + (facts.pending() ? "; a newer one " + whereTheNewerIs() : "")))
                .orElseGet(() -> state(Stop.BOUND) == StopState.PASSED
                        ? new StopReport(
                                Stop.RELEASED,
                                StopState.WAITING,
                                Optional.of(facts.enrolledAt()),
                                Optional.empty(),
                                facts.heldBack()
                                        .map(h -> "its first configuration " + whereTheNewerIs())
                                        .orElse("nothing was released to it yet"))
                        : notSeen(Stop.RELEASED));
    }

    private String whereTheNewerIs() {
        return facts.heldBack()
                .map(h -> h.isStopped() ? "was held back when " + h.place() + " stopped" : "waits in " + h.place())
                .orElse("is not released");
    }

    /** Its newest served request, if that gave it the released revision. */
    private Optional<ConfigRequested> fetchedRelease() {
        return evidence.last(ConfigRequested.class, ConfigRequested::served)
                .filter(r -> facts.released()
                        .filter(release -> release.revision().id().equals(r.revision()))
                        .isPresent());
    }

    private StopReport fetched(ReleaseFacts release, Optional<ConfigRequested> fetched) {
        if (fetched.isPresent()) {
            return passed(
                    Stop.FETCHED,
                    fetched.get().at(),
                    "took revision " + release.revision().brief());
        }
        Optional<ConfigRequested> last = evidence.last(ConfigRequested.class, r -> !r.at().isBefore(release.at()));
        if (last.filter(ConfigRequested::refused).isPresent()) {
            return held(Stop.FETCHED, last.get().at(), "its request was refused");
        }
        Optional<ConfigRequested> older = evidence.last(ConfigRequested.class, ConfigRequested::served);
        return older.map(r -> waiting(
                        Stop.FETCHED,
                        release.at(),
                        release.at().plus(facts.checkEvery()).plus(USUAL_STEP),
                        now,
                        "has revision " + brief(r.revision()) + "; asks every "
                                + facts.checkEvery().toSeconds() + " s",
                        "still has revision " + brief(r.revision())))
                .orElseGet(() -> waiting(
                        Stop.FETCHED,
                        release.at(),
                        release.at().plus(USUAL_FIRST_CALL),
                        now,
                        "has not asked yet",
                        "never asked for its configuration"));
    }

    /** When the phone first took the revision that it has now, as far back as evidence and what was found before go. */
    private Instant startOfStreak(ConfigRequested newest) {
        List<ConfigRequested> served = evidence.list(ConfigRequested.class, ConfigRequested::served);
        Instant start = newest.at();
        for (int i = served.size() - 1; i >= 0 && served.get(i).revision().equals(newest.revision()); i--) {
            start = served.get(i).at();
        }
        Instant seen = start;
        return before.filter(b -> b.revision().equals(newest.revision()))
                .map(Taken::since)
                .filter(since -> since.isBefore(seen))
                .orElse(seen);
    }

    private StopReport located(Instant since) {
        RegistrarLookups lookups = RegistrarLookups.of(facts, evidence, since);
        Optional<NameLookedUp> found = lookups.found();
        if (found.isPresent()) {
            return passed(
                    Stop.LOCATED,
                    found.get().at(),
                    String.join(", ", found.get().answers()));
        }
        if (firstHeard(since).isPresent()) {
            return passed(Stop.LOCATED, firstHeard(since).get().at(), "inferred: it was heard");
        }
        return lookups.failed()
                .map(l -> held(Stop.LOCATED, l.at(), "DNS has no " + l.name()))
                .orElseGet(() -> waiting(
                        Stop.LOCATED, since, since.plus(USUAL_STEP), now, "no look-up yet", "looked nothing up"));
    }

    private StopReport heard(Instant since) {
        return firstHeard(since)
                .map(seen -> passed(Stop.HEARD, seen.at(), "REGISTER at " + seen.node()))
                .orElseGet(() -> waiting(
                        Stop.HEARD,
                        since,
                        since.plus(USUAL_STEP),
                        now,
                        "no REGISTER yet",
                        "no REGISTER has reached a registrar"));
    }

    private Optional<SipSeen> firstHeard(Instant since) {
        return evidence
                .list(
                        SipSeen.class,
                        s -> s.toNode() && !s.at().isBefore(since) && s.text().startsWith("REGISTER "))
                .stream()
                .findFirst();
    }

    private StopReport accepted() {
        Optional<LineStatus> refused =
                lines.stream().filter(line -> line.refusal().isPresent()).findFirst();
        if (refused.isPresent()) {
            SipSeen refusal = refused.get().refusal().get();
            return held(
                    Stop.ACCEPTED,
                    refusedSince(refused.get(), refusal),
                    on(refused.get()) + refusal.message().startLine().substring(8));
        }
        List<LineStatus> missing = lines.stream().filter(l -> !l.accepted(now)).toList();
        if (missing.isEmpty()) {
            Instant since = lines.stream()
                    .flatMap(l -> l.acceptedSince().or(() -> l.binding().map(b -> b.at())).stream())
                    .max(Comparator.naturalOrder())
                    .orElse(now);
            return passed(Stop.ACCEPTED, since, numbers() + " registered at " + nodes());
        }
        Optional<SipSeen> stranger = refusedAsStranger();
        if (stranger.isPresent()) {
            return held(Stop.ACCEPTED, stranger.get().at(), stranger.get().number() + ": 404 Not Found");
        }
        if (lines.stream().allMatch(l -> l.lapsed(now))) {
            Instant end = lines.get(0).endedAt().orElse(now);
            return passed(
                    Stop.ACCEPTED,
                    end,
                    lines.stream().allMatch(LineStatus::takenBack)
                            ? "was registered; the registration was taken back"
                            : "was registered; the registration ran out");
        }
        LineStatus line = missing.get(0);
        List<SipSeen> asked = asked(line);
        Instant since = asked.stream()
                .findFirst()
                .map(SipSeen::at)
                .orElse(stops.get(Stop.HEARD.place()).since().orElse(now));
        long answered = asked.stream()
                .filter(s -> s.message().first("Authorization").isPresent())
                .count();
        return waiting(
                Stop.ACCEPTED,
                since,
                since.plus(USUAL_STEP),
                now,
                on(line) + "challenged",
                answered == 0
                        ? on(line) + "challenged, and did not answer"
                        : on(line) + "answered " + answered + (answered == 1 ? " challenge" : " challenges")
                                + ", and is challenged again");
    }

    /** The registrations that a line asked for since it had one last; each new try does not begin the wait anew. */
    private List<SipSeen> asked(LineStatus line) {
        return evidence.list(
                SipSeen.class,
                s -> s.toNode()
                        && s.number().equals(line.number())
                        && s.text().startsWith("REGISTER ")
                        && line.binding().filter(b -> !b.at().isBefore(s.at())).isEmpty());
    }

    /** The first refusal since the line was last registered. */
    private Instant refusedSince(LineStatus line, SipSeen newest) {
        String status = newest.text().substring(0, 11);
        return evidence
                .list(
                        SipSeen.class,
                        s -> !s.toNode()
                                && s.number().equals(line.number())
                                && s.text().startsWith(status))
                .stream()
                .map(SipSeen::at)
                .filter(at -> line.binding().filter(b -> b.at().isAfter(at)).isEmpty())
                .findFirst()
                .orElse(newest.at());
    }

    /** A refusal for a number that no line has, newer than anything heard from its own lines. */
    private Optional<SipSeen> refusedAsStranger() {
        return evidence.last(
                        SipSeen.class,
                        s -> !s.toNode()
                                && s.text().startsWith("SIP/2.0 404")
                                && s.message().method().equals("REGISTER"))
                .filter(s -> lines.stream()
                        .noneMatch(l -> l.lastHeard()
                                .filter(h -> h.at().isAfter(s.at()))
                                .isPresent()));
    }

    private StopReport holding() {
        Optional<LineStatus> lapsed = lines.stream().filter(l -> l.lapsed(now)).findFirst();
        if (lapsed.isPresent()) {
            return new StopReport(
                    Stop.HOLDING,
                    StopState.NOT_SEEN,
                    lapsed.get().endedAt(),
                    Optional.empty(),
                    lapsed.get().takenBack()
                            ? "its registration was taken back, and no other came"
                            : "its registration ran out, and no other came");
        }
        Optional<LineStatus> deaf =
                lines.stream().filter(l -> !l.answersPings()).findFirst();
        if (deaf.isPresent()) {
            return held(Stop.HOLDING, deaf.get().ping().orElseThrow().at(), on(deaf.get()) + "does not answer OPTIONS");
        }
        Optional<LineStatus> fresh = lines.stream().filter(l -> !l.refreshed()).findFirst();
        return fresh.map(line -> waiting(
                        Stop.HOLDING,
                        line.binding().orElseThrow().at(),
                        line.binding().orElseThrow().expiresAt(),
                        now,
                        on(line) + "first refresh is due",
                        on(line) + "was not refreshed"))
                .orElseGet(() -> passed(
                        Stop.HOLDING,
                        lines.stream()
                                .map(l -> l.binding().orElseThrow().at())
                                .max(Comparator.naturalOrder())
                                .orElse(now),
                        "refreshed, and answers OPTIONS"));
    }

    private StopReport proven(Instant since) {
        Optional<TestCalled> out = evidence.last(TestCalled.class, t -> t.outbound() && !t.at().isBefore(since));
        Optional<TestCalled> in = evidence.last(TestCalled.class, t -> !t.outbound() && !t.at().isBefore(since));
        Optional<TestCalled> failed = Stream.of(out, in)
                .flatMap(Optional::stream)
                .filter(t -> !t.worked())
                .findFirst();
        if (failed.isPresent()) {
            String way = failed.get().outbound() ? "call out: " : "call in: ";
            return held(Stop.PROVEN, failed.get().at(), way + failed.get().detail());
        }
        if (out.isPresent() && in.isPresent()) {
            Instant later = out.get().at().isAfter(in.get().at())
                    ? out.get().at()
                    : in.get().at();
            return passed(Stop.PROVEN, later, "test calls out and in worked");
        }
        return new StopReport(
                Stop.PROVEN,
                StopState.WAITING,
                stops.get(Stop.HOLDING.place()).since(),
                Optional.empty(),
                in.isPresent() ? "a test call in worked; none out was made yet" : "no test call yet");
    }

    private Condition condition(Stop at) {
        StopState state = state(at);
        if (state == StopState.HELD) {
            return Condition.HELD;
        }
        if (facts.released().isEmpty() || at == Stop.KNOWN) {
            return Condition.PARKED;
        }
        if (at == Stop.HOLDING && lines.stream().anyMatch(l -> l.lapsed(now))) {
            return Condition.SILENT;
        }
        if (at == Stop.PROVEN) {
            return state == StopState.PASSED ? Condition.PROVEN : Condition.CARRYING;
        }
        return Condition.UNDER_WAY;
    }

    private Optional<Instant> recheckAt() {
        Stream<Instant> due = stops.stream().flatMap(s -> s.dueBy().stream());
        Stream<Instant> ends = lines.stream().filter(l -> l.bindingLive(now)).flatMap(l -> l.endedAt().stream());
        return Stream.concat(due, ends).filter(t -> t.isAfter(now)).min(Comparator.naturalOrder());
    }

    private StopState state(Stop stop) {
        return stops.get(stop.place()).state();
    }

    private String numbers() {
        return facts.lines().stream()
                .map(LineFacts::extension)
                .flatMap(Optional::stream)
                .map(DeviceFacts.ExtensionFacts::number)
                .collect(Collectors.joining(", "));
    }

    private String nodes() {
        return lines.stream()
                .flatMap(l -> l.binding().stream())
                .map(b -> b.node())
                .distinct()
                .collect(Collectors.joining(", "));
    }

    /** Names the line only where there is more than one. */
    private String on(LineStatus line) {
        return lines.size() > 1 ? "line " + line.position() + ": " : "";
    }

    private static String brief(String revision) {
        return revision.length() < 4 ? revision : revision.substring(0, 4);
    }
}
