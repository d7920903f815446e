package jordfell.server.brought;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.brought.Gathered.Stranger;

/**
 * Something that was brought.
 *
 * @param kind {@code capture}, {@code log}, or empty while that is not known
 * @param bytes how many were read
 * @param packets how many; of a log its lines
 * @param sip how many SIP messages
 * @param first when the first of it was seen
 * @param trouble why it was not read to its end; empty if it was
 * @param doubts what could not be read, or was read with a doubt
 */
record Brought(
        long id,
        String name,
        String kind,
        State state,
        String who,
        Instant begun,
        Optional<Instant> ended,
        long bytes,
        long packets,
        long sip,
        Optional<Instant> first,
        Optional<Instant> last,
        String trouble,
        List<String> doubts,
        List<Stranger> strangers) {

    enum State {
        /** Nothing of it came yet. */
        WAITING,
        READING,
        READ,
        /** It broke off, or can’t be read from somewhere on; what came before that is there. */
        BROKEN,
        CANCELLED
    }
}
