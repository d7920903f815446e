package jordfell.server.brought;

import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.InputStream;
import java.io.PushbackInputStream;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import jordfell.core.brought.Gathered;
import jordfell.core.brought.Matching;
import jordfell.core.capture.EvidenceReader;
import jordfell.core.capture.Payloads;
import jordfell.core.capture.SentLogs;
import jordfell.core.capture.UnreadableException;
import jordfell.lab.capture.GivenAddresses;
import jordfell.lab.capture.NameAnswers;
import jordfell.server.brought.Brought.State;
import jordfell.server.brought.BroughtStore.Told;
import jordfell.server.problem.BodyCutOffException;
import jordfell.server.problem.RefusedException;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Reads what is brought, as it comes: in bounded memory, so many at once, each so large and so long at most. */
@Component
class BroughtReadings {

    private static final int MOST_AT_ONCE = 4;
    /** More than this of one thing is not read. */
    static final long MOST_BYTES = 16L << 30;

    private static final Duration LONGEST = Duration.ofHours(24);
    private static final int PIECE = 1 << 16;
    private static final List<Payloads> OTHERS = List.of(new NameAnswers(), new GivenAddresses(), new SentLogs());

    private final BroughtStore store;
    private final BroughtHolders holders;
    private final BroughtVerdicts verdicts;
    private final InstantSource clock;
    private final Map<Long, Reading> present = new ConcurrentHashMap<>();

    BroughtReadings(BroughtStore store, BroughtHolders holders, BroughtVerdicts verdicts, InstantSource clock) {
        this.store = store;
        this.holders = holders;
        this.verdicts = verdicts;
        this.clock = clock;
    }

    @EventListener(ApplicationReadyEvent.class)
    void tidy() {
        store.breakOff("Jordfell was stopped while it was read.", clock.instant());
    }

    @PreDestroy
    void stop() {
        present.values().forEach(Reading::cancel);
    }

    /** What is being read of it, if it is. */
    Optional<Reading> of(long id) {
        return Optional.ofNullable(present.get(id));
    }

    /** Reads all of it; returns when it is over, however it ends. */
    Brought read(long id, InputStream in) {
        Brought waiting = store.find(id).orElseThrow(() -> RefusedException.notFound("evidence"));
        if (waiting.state() != State.WAITING || present.containsKey(id)) {
            throw RefusedException.gone("Something was read into this already; begin another one.");
        }
        if (present.size() >= MOST_AT_ONCE) {
            throw RefusedException.busy(MOST_AT_ONCE + " are being read now. Wait for one to end, or cancel it.");
        }
        Reading reading = new Reading(
                waiting,
                new Matching(holders.forOne()),
                to -> new EvidenceReader(holders.nodes(), OTHERS, clock.instant(), ZoneOffset.UTC, to));
        if (present.putIfAbsent(id, reading) != null) {
            throw RefusedException.gone("It is being read already.");
        }
        try {
            return ended(reading, in);
        } finally {
            present.remove(id);
        }
    }

    private Brought ended(Reading reading, InputStream in) {
        State state = State.READ;
        String trouble = "";
        Instant until = clock.instant().plus(LONGEST);
        long read = 0;
        try {
            PushbackInputStream begun = new PushbackInputStream(in, CasefileEntries.HEAD);
            byte[] head = begun.readNBytes(CasefileEntries.HEAD);
            begun.unread(head);
            if (CasefileEntries.begins(head)) {
                CasefileEntries.read(begun, reading);
                return kept(reading, State.READ, "");
            }
            byte[] piece = new byte[PIECE];
            for (int some = begun.read(piece); some >= 0; some = begun.read(piece)) {
                reading.take(piece, some);
                read += some;
                if (reading.isCancelled()) {
                    state = State.CANCELLED;
                    break;
                }
                if (read > MOST_BYTES || clock.instant().isAfter(until)) {
                    throw new IOException(
                            read > MOST_BYTES
                                    ? "more than " + (MOST_BYTES >> 30) + " GB"
                                    : "more than " + LONGEST.toHours() + " hours");
                }
            }
            if (state == State.READ) {
                reading.end();
            }
        } catch (UnreadableException e) {
            state = State.BROKEN;
            trouble = e.getMessage();
        } catch (IOException | BodyCutOffException e) {
            state = reading.isCancelled() ? State.CANCELLED : State.BROKEN;
            trouble = "It broke off after " + read + " bytes; what came before that was read.";
        }
        return kept(reading, state, trouble);
    }

    private Brought kept(Reading reading, State state, String trouble) {
        List<Gathered.OfDevice> devices = reading.devices();
        Instant now = clock.instant();
        Brought end = reading.as(state, trouble, Optional.of(now), verdicts.clock(devices, now));
        List<Told> told = devices.stream()
                .map(of -> verdicts.told(of, end.last().orElse(now)))
                .toList();
        store.keep(end, devices, told);
        return end;
    }
}
