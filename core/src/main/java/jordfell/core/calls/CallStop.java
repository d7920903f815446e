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
        /** An outside number, which leads on by the time of day. */
        NUMBER,
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
        AFTERWARDS,
        /** Within the hours of an outside number. */
        OPEN,
        CLOSED
    }

    /** Why a call ends without having rung or been answered. */
    public enum DeadEnd {
        /** It was here before. */
        LOOP(Weight.RECORD, "Calls go round"),
        /** An outside number that nothing handles. */
        UNASSIGNED(Weight.UNUSED, "Outside numbers are given to nobody"),
        NOBODY_HAS_IT(Weight.RECORD, "Calls are sent to a number that nobody has"),
        NO_DEVICE(Weight.UNUSED, "Extensions are on no device"),
        NOT_REGISTERED(Weight.MOMENT, "Nothing is registered that could ring"),
        BUSY(Weight.MOMENT, "All that could ring is busy"),
        /** Whoever diverts it there may not dial that. */
        NOT_PERMITTED(Weight.RECORD, "Calls are sent where they may not go"),
        EMPTY_GROUP(Weight.RECORD, "A group has no members"),
        /** More places than a call is sent through (RFC 3261 §8.1.1.6 is what keeps it from going round). */
        TOO_FAR(Weight.RECORD, "Calls are sent on too often");

        /** What it says of the number. */
        public enum Weight {
            /** Wrong by what is on record, whoever is there: somebody has to change that. */
            RECORD,
            /** So at the moment. */
            MOMENT,
            /** Not in use yet, or not any more. */
            UNUSED
        }

        private final Weight weight;
        private final String title;

        DeadEnd(Weight weight, String title) {
            this.weight = weight;
            this.title = title;
        }

        public Weight weight() {
            return weight;
        }

        /** A heading for all numbers that end so. */
        public String title() {
            return title;
        }
    }

    /**
     * A way on.
     *
     * @param after how long it rang here before; zero for at once
     * @param now whether a call that came now would go it
     */
    public record Way(When when, Duration after, CallStop to, boolean now) {}
}
