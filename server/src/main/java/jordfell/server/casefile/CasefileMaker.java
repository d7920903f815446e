package jordfell.server.casefile;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import jordfell.core.casefile.CaseWindow;
import jordfell.core.casefile.Casefile.DevicePage;
import jordfell.core.casefile.Casefile.Fact;
import jordfell.core.casefile.Withheld;
import jordfell.core.diagnosis.CaseOf;
import jordfell.core.diagnosis.Finding;
import jordfell.core.diagnosis.SecretBook;
import jordfell.core.evidence.Episode;
import jordfell.core.evidence.Evidence;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.SipSeen;
import jordfell.core.history.FindingLife;
import jordfell.core.history.Point;
import jordfell.core.path.DeviceFacts.ExtensionFacts;
import jordfell.core.path.DevicePath;
import jordfell.core.path.PathComputer;
import jordfell.core.planning.Networks;
import jordfell.core.render.SecretMask;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.story.Story;
import jordfell.core.story.Timeline;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
import jordfell.server.history.ActTrail;
import jordfell.server.history.DomainSecrets;
import jordfell.server.history.EpisodeStore;
import jordfell.server.history.Histories;
import jordfell.server.records.DeviceStateStore;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.ReleaseStore;
import org.springframework.stereotype.Component;

/** Gathers what a casefile tells of a device. */
@Component
class CasefileMaker {

    private static final Duration AROUND = Duration.ofMinutes(1);

    /** Of one number several devices may ring. */
    private static final int MOST_IN_A_CALL = 10;

    private final FactsAssembler facts;
    private final DeviceStore devices;
    private final Histories histories;
    private final EpisodeStore episodes;
    private final ActTrail trail;
    private final IssueStore issues;
    private final DomainSecrets secrets;
    private final ExtensionStore extensions;
    private final ReleaseStore releases;
    private final DeviceStateStore states;
    private final InstantSource clock;

    CasefileMaker(
            FactsAssembler facts,
            DeviceStore devices,
            Histories histories,
            EpisodeStore episodes,
            ActTrail trail,
            IssueStore issues,
            DomainSecrets secrets,
            ExtensionStore extensions,
            ReleaseStore releases,
            DeviceStateStore states,
            InstantSource clock) {
        this.facts = facts;
        this.devices = devices;
        this.histories = histories;
        this.episodes = episodes;
        this.trail = trail;
        this.issues = issues;
        this.secrets = secrets;
        this.extensions = extensions;
        this.releases = releases;
        this.states = states;
        this.clock = clock;
    }

    /**
     * A device, with what a casefile needs of it.
     *
     * @param seen within the window, without secrets
     * @param released the file as released, without secrets; empty if none was
     */
    record Gathered(
            Assembled device,
            DevicePage page,
            List<Observation> seen,
            Optional<String> released,
            List<Fact> settings) {}

    /** A window that fits what happened to a device. */
    Optional<CaseWindow> window(long id) {
        return facts.assemble(id).map(of -> {
            Instant now = clock.instant();
            Optional<CaseWindow> recorded = issues.newest(id)
                    .map(i -> new CaseWindow(i.started(), i.ended().orElse(now), ""));
            return CaseWindow.suggested(heldSince(present(of, now)), recorded, now);
        });
    }

    /**
     * A call that one of the devices of this server made or was made to.
     *
     * @param title who called whom
     * @param devices of whose evidence it is, the one that was asked about first
     */
    record FoundCall(String title, CaseWindow window, List<Long> devices) {}

    /** The call of this Call-ID among what was seen of a device; empty where nothing of it is kept. */
    Optional<FoundCall> call(long id, String callId) {
        List<SipSeen.Message> own = messages(id, callId);
        return facts.assemble(id).filter(of -> !own.isEmpty()).map(of -> {
            SipSeen.Message first = own.get(0);
            String from = SipHeaders.from(first.message()).map(SipAddress::user).orElse("?");
            String to = SipHeaders.to(first.message()).map(SipAddress::user).orElse("?");
            List<Long> others = Stream.of(from, to)
                    .flatMap(number -> devices.withNumber(of.domain().name(), number).stream())
                    .distinct()
                    .filter(other -> other != id && !messages(other, callId).isEmpty())
                    .limit(MOST_IN_A_CALL)
                    .toList();
            CaseWindow window = new CaseWindow(
                    first.at().minus(AROUND),
                    own.get(own.size() - 1).at().plus(AROUND),
                    "a minute before the call until a minute after it");
            return new FoundCall(
                    "call of " + from + " to " + to,
                    window,
                    Stream.concat(Stream.of(id), others.stream()).toList());
        });
    }

    private List<SipSeen.Message> messages(long id, String callId) {
        return episodes.newest(id).stream()
                .flatMap(e -> e.newest().stream())
                .flatMap(o ->
                        o instanceof SipSeen.Message m && m.callId().equals(callId) ? Stream.of(m) : Stream.empty())
                .sorted(Comparator.comparing(SipSeen.Message::at))
                .toList();
    }

    /** All secrets that may stand in what is told of a device. */
    Set<String> secrets(long id) {
        Set<String> all = new LinkedHashSet<>();
        facts.assemble(id).ifPresent(of -> {
            of.facts().lines().stream()
                    .flatMap(l -> l.extension().stream())
                    .map(ExtensionFacts::id)
                    .forEach(e -> {
                        all.addAll(extensions.passwords(e));
                        extensions.pin(e).ifPresent(all::add);
                    });
            of.config().ifPresent(c -> c.stations().forEach(s -> all.add(s.password())));
            of.settings().all().stream()
                    .filter(s -> s.setting().isSecret())
                    .forEach(s -> s.value().ifPresent(all::add));
            of.facts().released().ifPresent(r -> r.sent().forEach(line -> all.add(line.password())));
            all.add(of.site().token());
        });
        return all;
    }

    /** Everything of a device within a window. */
    Optional<Gathered> gather(long id, String folder, CaseWindow window, Withheld withheld) {
        return facts.assemble(id).map(of -> {
            Instant now = clock.instant();
            Point present = present(of, now);
            SecretBook book = secrets.of(of.domain().id());
            List<Episode> within = episodes.newest(id).stream()
                    .filter(e -> window.touches(e.first(), e.last()))
                    .toList();
            List<Observation> own = within.stream()
                    .flatMap(e -> e.newest().stream())
                    .filter(of.facts()::owns)
                    .toList();
            DevicePath path = PathComputer.compute(of.facts(), present.reached(), now);
            CaseOf device = new CaseOf(of.facts(), present.reached(), new Evidence(own), path, book, now);
            List<Observation> seen =
                    new Evidence(own).all().stream().map(withheld::of).toList();
            Timeline timeline = Timeline.of(
                    of.facts(),
                    within,
                    trail.of(id, window.from()).stream()
                            .map(a -> new Timeline.Changed(a.at(), a.who(), a.what()))
                            .toList(),
                    List.of(),
                    now);
            DevicePage page = new DevicePage(
                    folder,
                    PageFacts.identity(of, states.shown(id).firmware()),
                    PageFacts.found(present),
                    PageFacts.path(path),
                    PageFacts.story(Story.of(timeline, heldSince(present), now)),
                    PageFacts.matches(device, Networks.of(of.site().subnets())),
                    PageFacts.calls(own),
                    issues.newest(id)
                            .filter(i -> window.touches(i.started(), i.ended().orElse(window.to())))
                            .map(PageFacts::steps)
                            .orElse(List.of()));
            return new Gathered(of, page, seen, released(of, withheld), PageFacts.settings(of, withheld));
        });
    }

    private Point present(Assembled of, Instant now) {
        return histories.look(of.facts(), secrets.of(of.domain().id()), now).present();
    }

    private static Optional<Instant> heldSince(Point present) {
        return present.hasDialTone()
                ? Optional.empty()
                : present.lives().stream()
                        .map(FindingLife::finding)
                        .map(Finding::since)
                        .filter(since -> !since.equals(Instant.EPOCH))
                        .min(Instant::compareTo);
    }

    private Optional<String> released(Assembled of, Withheld withheld) {
        return of.facts()
                .released()
                .flatMap(r -> releases.shownBody(of.device().id(), r.revision().id()))
                .map(file -> withheld.text(
                        "configuration",
                        SecretMask.mask(file.body(), file.secrets(), file.values(), secret -> Withheld.MARK)));
    }

    /** The devices of which there is something, in the order they were asked for. */
    List<Gathered> gather(Collection<Long> ids, CaseWindow window, Withheld withheld) {
        List<Gathered> all = new ArrayList<>();
        for (long id : ids) {
            gather(id, "device-" + id, window, withheld).ifPresent(all::add);
        }
        return all;
    }
}
