package jordfell.core.evidence;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import jordfell.core.identity.MacAddress;

/**
 * A call that is made to see what rings, as far as it came.
 *
 * @param rung who was rung, in the order in which the call came to them
 * @param words how it ended, in a few words; empty while it goes on
 * @param took from its beginning until it was answered or over, or as long as it goes on
 */
public record FollowedCall(List<Rung> rung, boolean isAnswered, String words, Duration took) {

    public FollowedCall {
        rung = List.copyOf(rung);
    }

    public boolean isOver() {
        return !words.isEmpty();
    }

    /**
     * Somebody to whom the call came.
     *
     * @param number of the extension under which it is registered
     * @param peer its address and port
     * @param device the enrolled MAC behind it, where that is known
     * @param after the call began
     * @param rings whether it said that it rings, or answered
     * @param answer its final answer, such as 486; 0 before there is one
     */
    public record Rung(
            String number, String peer, Optional<MacAddress> device, Duration after, boolean rings, int answer) {

        /** The same after a response came from it. */
        public Rung said(int status) {
            return new Rung(
                    number,
                    peer,
                    device,
                    after,
                    rings || status > 100 && status < 300,
                    status >= 200 ? status : answer);
        }
    }
}
