package jordfell.lab.world;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;

/** What went on lately, in pieces of a few seconds: how many registrations, how many refusals, how much was lost. */
public final class Plots {

    public static final Duration PIECE = Duration.ofSeconds(5);

    /** Ten minutes. */
    static final int MOST = 120;

    private final Deque<Piece> pieces = new ArrayDeque<>();

    /**
     * One piece.
     *
     * @param requests REGISTER requests that reached nodes
     * @param accepted those that were accepted
     * @param refused those that were refused for good; a challenge is no refusal
     * @param sent datagrams that were sent in the world
     * @param lost those that did not arrive, as far as the network knows
     * @param waiting how many requests waited at most at one node
     */
    public record Piece(Instant from, int requests, int accepted, int refused, int sent, int lost, int waiting) {

        private Piece plus(Piece more) {
            return new Piece(
                    from,
                    requests + more.requests,
                    accepted + more.accepted,
                    refused + more.refused,
                    sent + more.sent,
                    lost + more.lost,
                    Math.max(waiting, more.waiting));
        }
    }

    /** A REGISTER reached a node at which so many wait. */
    void requested(Instant now, int waiting) {
        add(new Piece(now, 1, 0, 0, 0, 0, waiting));
    }

    /** A REGISTER was answered for good. */
    void answered(Instant now, boolean well) {
        add(new Piece(now, 0, well ? 1 : 0, well ? 0 : 1, 0, 0, 0));
    }

    /** A datagram was sent, and may have been lost. */
    void sent(Instant now, boolean isLost) {
        add(new Piece(now, 0, 0, 0, 1, isLost ? 1 : 0, 0));
    }

    /** The newest pieces, the oldest first; where nothing went on there is none. */
    List<Piece> pieces() {
        return List.copyOf(pieces);
    }

    private void add(Piece more) {
        long millis = PIECE.toMillis();
        Instant from = Instant.ofEpochMilli(Math.floorDiv(more.from().toEpochMilli(), millis) * millis);
        Piece last = pieces.peekLast();
        if (last != null && last.from().equals(from)) {
            pieces.removeLast();
            pieces.add(last.plus(more));
            return;
        }
        pieces.add(new Piece(from, 0, 0, 0, 0, 0, 0).plus(more));
        if (pieces.size() > MOST) {
            pieces.removeFirst();
        }
    }
}
