package jordfell.server.story;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import jordfell.core.history.FindingLife;
import jordfell.core.history.Point;
import jordfell.core.path.DeviceFacts;
import jordfell.core.story.Story;
import jordfell.core.story.Timeline;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
import jordfell.server.history.ActTrail;
import jordfell.server.history.DomainSecrets;
import jordfell.server.history.EpisodeStore;
import jordfell.server.history.FindingStore;
import jordfell.server.history.Histories;
import jordfell.server.problem.RefusedException;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What happened to a device, on one time axis and in sentences. */
@RestController
@RequestMapping(path = "/api/devices/{id}/story", produces = "application/json")
class StoryController {

    private static final int LONGEST_HOURS = 14 * 24;

    record SentenceView(Instant at, String words) {}

    record SpanView(Instant from, Instant to) {}

    record RefusedView(Instant first, Instant last, int times, String words) {}

    record LineTimesView(int line, String number, List<SpanView> registered, List<RefusedView> refused) {}

    record AskView(Instant first, Instant last, int times, boolean refused, String took) {}

    record ChangedView(Instant at, String who, String words) {}

    record TroubleView(Instant from, @Nullable Instant to, String sentence) {}

    /** @param from where the axis begins */
    record StoryView(
            Instant from,
            Instant to,
            List<SentenceView> story,
            List<ChangedView> changes,
            List<AskView> asks,
            List<LineTimesView> lines,
            List<TroubleView> troubles) {}

    private final FactsAssembler facts;
    private final Histories histories;
    private final EpisodeStore episodes;
    private final FindingStore findings;
    private final DomainSecrets secrets;
    private final ActTrail trail;
    private final InstantSource clock;

    StoryController(
            FactsAssembler facts,
            Histories histories,
            EpisodeStore episodes,
            FindingStore findings,
            DomainSecrets secrets,
            ActTrail trail,
            InstantSource clock) {
        this.facts = facts;
        this.histories = histories;
        this.episodes = episodes;
        this.findings = findings;
        this.secrets = secrets;
        this.trail = trail;
        this.clock = clock;
    }

    /** @param hours how far the axis goes back */
    @GetMapping
    StoryView story(@PathVariable long id, @RequestParam(defaultValue = "3") int hours) {
        if (hours < 1 || hours > LONGEST_HOURS) {
            throw RefusedException.field(
                    "/hours", hours + " hours can’t be.", "From 1 to " + LONGEST_HOURS + ", which is 14 days.");
        }
        DeviceFacts device =
                facts.assemble(id).map(Assembled::facts).orElseThrow(() -> RefusedException.notFound("device"));
        Instant now = clock.instant();
        Instant from = now.minus(Duration.ofHours(hours));
        Point present =
                histories.look(device, secrets.of(device.domain().id()), now).present();
        List<Timeline.Trouble> troubles = new ArrayList<>();
        findings.past(id)
                .forEach(p -> troubles.add(new Timeline.Trouble(p.opened(), Optional.of(p.closed()), p.sentence())));
        present.lives().forEach(l -> troubles.add(trouble(l)));
        List<Timeline.Changed> changes = trail.of(id, from).stream()
                .map(a -> new Timeline.Changed(a.at(), a.who(), a.what()))
                .toList();
        Timeline timeline = Timeline.of(device, episodes.newest(id), changes, troubles, now);
        Optional<Instant> heldSince = present.hasDialTone()
                ? Optional.empty()
                : present.lives().stream()
                        .map(l -> l.finding().since())
                        .filter(since -> !since.equals(Instant.EPOCH))
                        .min(Instant::compareTo);
        return view(timeline, Story.of(timeline, heldSince, now), from, now);
    }

    private static Timeline.Trouble trouble(FindingLife life) {
        return new Timeline.Trouble(
                life.finding().since(), Optional.empty(), life.finding().sentence());
    }

    private static StoryView view(Timeline t, List<Story.Sentence> story, Instant from, Instant to) {
        return new StoryView(
                from,
                to,
                story.stream().map(s -> new SentenceView(s.at(), s.words())).toList(),
                t.changes().stream()
                        .map(c -> new ChangedView(c.at(), c.who(), c.words()))
                        .toList(),
                within(t.asks().stream(), from, Timeline.Ask::last)
                        .map(a -> new AskView(a.first(), a.last(), a.times(), a.refused(), a.took()))
                        .toList(),
                t.lines().stream()
                        .map(l -> new LineTimesView(
                                l.line(),
                                l.number(),
                                within(l.registered().stream(), from, s -> s.to())
                                        .map(s -> new SpanView(s.from(), s.to()))
                                        .toList(),
                                within(l.refused().stream(), from, Timeline.Refused::last)
                                        .map(r -> new RefusedView(r.first(), r.last(), r.times(), r.words()))
                                        .toList()))
                        .toList(),
                within(t.troubles().stream(), from, x -> x.to().orElse(to))
                        .map(x -> new TroubleView(x.from(), x.to().orElse(null), x.sentence()))
                        .toList());
    }

    private static <T> Stream<T> within(Stream<T> all, Instant from, java.util.function.Function<T, Instant> end) {
        return all.filter(one -> !end.apply(one).isBefore(from));
    }
}
