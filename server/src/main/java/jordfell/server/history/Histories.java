package jordfell.server.history;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Stream;
import jordfell.core.diagnosis.Neighbourhood;
import jordfell.core.diagnosis.Neighbours;
import jordfell.core.diagnosis.SecretBook;
import jordfell.core.evidence.Observation;
import jordfell.core.history.Act;
import jordfell.core.history.History;
import jordfell.core.history.Point;
import jordfell.core.history.Records;
import jordfell.core.milestone.Milestones;
import jordfell.core.milestone.Whereabouts;
import jordfell.core.path.DeviceFacts;
import jordfell.server.traffic.TrafficBook;
import org.springframework.stereotype.Component;

/**
 * Has the devices' histories go on. They are read when they are touched and kept in mind then; what was written of one is
 * some minutes old, and what was seen since comes from the evidence.
 */
@Component
public class Histories {

    private static final int MOST_IN_MIND = 120_000;

    /** A history that nothing moved in is written once in this time. */
    private static final Duration WRITTEN_EVERY = Duration.ofHours(1);

    private final HistoryStore store;
    private final FindingStore findings;
    private final EpisodeStore episodes;
    private final LastActs acts;
    private final TrafficBook traffic;
    private final InstantSource clock;
    private final AtomicLong tooLate = new AtomicLong();
    private final Neighbourhood neighbourhood = new Neighbourhood();
    private final Cache<Long, Kept> inMind =
            Caffeine.newBuilder().maximumSize(MOST_IN_MIND).build();

    /** Seen, and not stepped yet. */
    private final Map<Long, List<Observation>> news = new HashMap<>();

    /** All that was seen before is taken. */
    private volatile Instant takenUntil = Instant.MAX;

    /** @param act the newest that was done to the device's records */
    private record Kept(History history, Instant writtenAt, Optional<Act> act) {}

    Histories(
            HistoryStore store,
            FindingStore findings,
            EpisodeStore episodes,
            LastActs acts,
            TrafficBook traffic,
            InstantSource clock) {
        this.store = store;
        this.findings = findings;
        this.episodes = episodes;
        this.acts = acts;
        this.traffic = traffic;
        this.clock = clock;
    }

    /**
     * Takes what was seen and written.
     *
     * @param until all that was seen before is among what was taken
     */
    void take(Map<Long, List<Observation>> seen, Instant until) {
        takenUntil = until;
        synchronized (news) {
            seen.forEach((device, observations) ->
                    news.computeIfAbsent(device, d -> new ArrayList<>()).addAll(observations));
        }
    }

    /** The devices of which something was seen that is not stepped yet. */
    public Set<Long> withNews() {
        synchronized (news) {
            return new HashSet<>(news.keySet());
        }
    }

    /** Steps a device's history and keeps what comes of it. One thread does this. */
    public History.Stepped step(DeviceFacts facts, SecretBook secrets, boolean recordsAsBefore, Instant now) {
        long device = facts.id();
        List<Observation> seen = newsOf(device);
        try {
            Optional<Kept> known = Optional.ofNullable(inMind.getIfPresent(device));
            boolean asBefore = recordsAsBefore && known.isPresent();
            Optional<Act> act = asBefore ? known.get().act() : lastAct(facts);
            Instant moment = latest(seen, known.map(k -> before(k, act, now)).orElse(now));
            note(facts, known, seen);
            Records records = new Records(facts, secrets, act, neighbours(facts, known, moment), asBefore);
            History.Stepped stepped = known.map(k -> k.history().step(records, seen, moment))
                    .orElseGet(() -> opened(device, records, seen, moment));
            if (!stepped.tooLate().isEmpty()) {
                tooLate.addAndGet(stepped.tooLate().size());
                stepped = anew(device, records, moment);
            }
            keep(device, known, stepped, act, moment);
            return stepped;
        } catch (RuntimeException e) {
            inMind.invalidate(device); // it is read again, with what is in the evidence
            throw e;
        } finally {
            stepped(device, seen.size());
        }
    }

    /** What is seen of one device says of its neighbours that they are not alone. */
    private void note(DeviceFacts facts, Optional<Kept> known, List<Observation> seen) {
        Milestones reached = known.map(k -> k.history().present().reached()).orElse(Milestones.NONE);
        seen.forEach(o -> {
            neighbourhood.seen(facts, reached, o);
            traffic.seen(facts.domain().name(), facts.site(), o);
        });
    }

    /** Something was seen in a domain of which nothing says whose it is. */
    void seenOfAStranger(String domain, Observation observation) {
        neighbourhood.seenOfAStranger(domain, observation);
        traffic.seen(domain, "", observation);
    }

    private Neighbours neighbours(DeviceFacts facts, Optional<Kept> known, Instant now) {
        return neighbourhood.of(
                facts, known.map(k -> k.history().present().reached()).orElse(Milestones.NONE), now);
    }

    /** What was stepped last could not be kept: it is read again, with what is in the evidence. */
    public void forget(long device) {
        inMind.invalidate(device);
    }

    private List<Observation> newsOf(long device) {
        synchronized (news) {
            return List.copyOf(Optional.ofNullable(news.get(device)).orElse(List.of()));
        }
    }

    /** What is stepped is no news any more; until then whoever looks sees it as news. */
    private void stepped(long device, int count) {
        synchronized (news) {
            news.computeIfPresent(device, (id, all) -> {
                all.subList(0, Math.min(count, all.size())).clear();
                return all.isEmpty() ? null : all;
            });
        }
    }

    /** How a device stands now; nothing is kept of it. */
    public History look(DeviceFacts facts, SecretBook secrets, Instant now) {
        long device = facts.id();
        List<Observation> seen = newsOf(device);
        Instant moment = latest(seen, now);
        Optional<Kept> known = Optional.ofNullable(inMind.getIfPresent(device));
        Records records = new Records(facts, secrets, Optional.empty(), neighbours(facts, known, moment), false);
        return known.map(k -> k.history().step(records, seen, moment))
                .orElseGet(() -> opened(device, records, seen, moment))
                .history();
    }

    /** The address and port from which a device is registered; empty if it is not, as far as is known. */
    Optional<String> registeredFrom(long device) {
        return lastKnown(device).stream()
                .flatMap(p -> p.reached().lines().values().stream()
                        .filter(line -> p.registered().contains(line.number())))
                .flatMap(line -> line.binding().stream())
                .filter(b -> b.change().live() && b.expiresAt().isAfter(clock.instant()))
                .map(Observation.BindingChanged::peer)
                .filter(peer -> !peer.isEmpty())
                .findFirst();
    }

    /** Whether a device took a configuration or registered from this address, as far as is known. */
    boolean wasAt(long device, String host) {
        return lastKnown(device)
                .map(p -> Whereabouts.of(p.reached()).hosts().contains(host))
                .orElse(false);
    }

    private Optional<Point> lastKnown(long device) {
        return Optional.ofNullable(inMind.getIfPresent(device))
                .map(k -> k.history().present())
                .or(() -> store.settled(device));
    }

    /** Observations that came after what was settled, so that histories were made anew out of the evidence. */
    public long tooLate() {
        return tooLate.get();
    }

    /** A release is an act too. */
    private Optional<Act> lastAct(DeviceFacts facts) {
        Optional<Act> done = acts.of(facts.id());
        Optional<Act> released = facts.released().map(r -> new Act(r.at(), r.by(), "released " + r.id()));
        return released.isPresent()
                        && done.filter(d -> d.at().isAfter(released.get().at())).isEmpty()
                ? released
                : done;
    }

    private History.Stepped opened(long device, Records records, List<Observation> seen, Instant now) {
        History history = History.settledAt(store.settled(device).orElseGet(() -> Point.start(Instant.EPOCH)));
        return withEvidence(device, history, records, seen, now);
    }

    /** Something came after what was settled: all the evidence that there is is gone through again. */
    private History.Stepped anew(long device, Records records, Instant now) {
        Point begin = store.letGo(device).orElseGet(() -> Point.start(Instant.EPOCH));
        return withEvidence(device, History.settledAt(begin), records, List.of(), now);
    }

    private History.Stepped withEvidence(
            long device, History from, Records records, List<Observation> seen, Instant now) {
        List<Observation> all = new ArrayList<>(seen);
        episodes.since(device, from.settled().at()).stream()
                .flatMap(e -> e.episode().newest().stream())
                .filter(o -> !o.at().isBefore(from.settled().at()))
                .forEach(all::add);
        return from.step(records, all, latest(all, now));
    }

    private void keep(long device, Optional<Kept> known, History.Stepped stepped, Optional<Act> act, Instant now) {
        History history = stepped.history();
        boolean isDue = known.filter(k -> now.isBefore(k.writtenAt().plus(WRITTEN_EVERY)))
                .isEmpty();
        boolean moved = !stepped.transitions().isEmpty();
        if (isDue || moved) {
            store.keep(device, history.settled(), stepped.transitions());
        }
        if (known.isEmpty() || !stepped.tooLate().isEmpty()) {
            findings.closeAllBut(device, history.present().lives(), now);
        }
        inMind.put(
                device,
                new Kept(history, isDue || moved ? now : known.orElseThrow().writtenAt(), act));
    }

    /** Up to when all that was seen is taken; what was seen since is on its way. */
    public Instant knownUntil() {
        Instant now = clock.instant();
        return takenUntil.isBefore(now) ? takenUntil : now;
    }

    /**
     * Up to when a history goes on: that nothing was seen since says nothing yet, and what is on its way would come late. What
     * was done to its records is known at once.
     */
    private Instant before(Kept known, Optional<Act> act, Instant now) {
        Instant until = takenUntil.isBefore(now) ? takenUntil : now;
        Instant done = act.map(Act::at).filter(at -> !at.isAfter(now)).orElse(until);
        Instant present = known.history().present().at();
        return Stream.of(until, done, present).max(Instant::compareTo).orElse(now);
    }

    private static Instant latest(List<Observation> seen, Instant now) {
        return seen.stream()
                .map(Observation::at)
                .filter(now::isBefore)
                .max(Instant::compareTo)
                .orElse(now);
    }
}
