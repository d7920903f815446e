package jordfell.core.calls;

import java.time.Duration;
import java.util.List;
import java.util.Optional;

/**
 * A place to which a call comes.
 *
 * @param number as it is dialled
 * @param name whose it is; empty if nobody has it
 * @param ringers the devices that have it, in their order
 * @param ways where the call can go on from here
 * @param end why it can't go on; empty where it can, or is answered
 */
public record CallStop(
        String number, String name, Kind kind, List<Ringer> ringers, List<Way> ways, Optional<DeadEnd> end) {

    public CallStop {
        ringers = List.copyOf(ringers);
        ways = List.copyOf(ways);
    }

    /** What it is. */
    public enum Kind {
        LINE,
        GROUP,
        SERVICE,
        OUTSIDE,
        NOTHING
    }

    /** When a call goes a way. */
    public enum When {
        ALWAYS,
        BUSY,
        UNANSWERED,
        UNREACHABLE,
        /** Whatever its own devices do, as long as they would ring. */
        TOGETHER,
        /** A member of a group. */
        MEMBER,
        /** Nobody of the group answered. */
        AFTERWARDS
    }

    /** Why a call ends without having rung or been answered. */
    public enum DeadEnd {
        /** It was here before. */
        LOOP,
        NOBODY_HAS_IT,
        NO_DEVICE,
        NOT_REGISTERED,
        BUSY,
        /** Whoever diverts it there may not dial that. */
        NOT_PERMITTED,
        EMPTY_GROUP,
        /** More places than a call is sent through (RFC 3261 §8.1.1.6 is what keeps it from going round). */
        TOO_FAR
    }

    /**
     * A way on.
     *
     * @param after how long it rang here before; zero for at once
     * @param now whether a call that came now would go it
     */
    public record Way(When when, Duration after, CallStop to, boolean now) {}
}
