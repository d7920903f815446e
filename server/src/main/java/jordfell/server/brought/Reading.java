package jordfell.server.brought;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import jordfell.core.brought.Gathered;
import jordfell.core.brought.Matching;
import jordfell.core.capture.EvidenceReader;
import jordfell.core.capture.Sighting;
import jordfell.core.capture.UnreadableException;

/** Something that is being read. One thread feeds it; others look how far it is. */
final class Reading {

    private final Brought begun;
    private final Gathered gathered;
    private final EvidenceReader reader;
    private final List<String> said = new ArrayList<>();
    private long bytes;
    private long observations;
    private volatile boolean isCancelled;

    Reading(Brought begun, Matching matching, Function<Consumer<Sighting>, EvidenceReader> reader) {
        this.begun = begun;
        this.gathered = new Gathered(matching);
        this.reader = reader.apply(gathered::take);
    }

    synchronized void take(byte[] some, int length) throws UnreadableException {
        bytes += length;
        reader.take(some, 0, length);
    }

    /** What a casefile says of itself. */
    synchronized void says(String sentence) {
        said.add(sentence);
    }

    /** Something that was seen elsewhere, read out of a casefile. */
    synchronized void take(Sighting seen) {
        observations++;
        gathered.take(seen);
    }

    /** So many bytes were read besides. */
    synchronized void count(long some) {
        bytes += some;
    }

    private boolean isCasefile() {
        return observations > 0 || !said.isEmpty();
    }

    synchronized void end() throws UnreadableException {
        reader.end();
    }

    /** Nothing more of it is read. */
    void cancel() {
        isCancelled = true;
    }

    boolean isCancelled() {
        return isCancelled;
    }

    /** The devices in it so far. */
    synchronized List<Gathered.OfDevice> devices() {
        return gathered.devices();
    }

    /** How far it is, or how it ended. */
    synchronized Brought as(Brought.State state, String trouble, Optional<Instant> ended, List<String> more) {
        List<String> doubts = new ArrayList<>(said);
        doubts.addAll(reader.doubts());
        doubts.addAll(more);
        if (gathered.left() > 0) {
            doubts.add(gathered.left()
                    + " observations are left out: there is no room for so many devices and strangers.");
        }
        boolean isAny = !gathered.first().equals(Instant.MAX);
        return new Brought(
                begun.id(),
                begun.name(),
                isCasefile() ? "casefile" : reader.kind(),
                state,
                begun.who(),
                begun.begun(),
                ended,
                bytes,
                isCasefile() ? observations : reader.tally().packets(),
                reader.tally().sip(),
                isAny ? Optional.of(gathered.first()) : Optional.empty(),
                isAny ? Optional.of(gathered.last()) : Optional.empty(),
                trouble,
                doubts,
                gathered.strangers());
    }
}
