package jordfell.core.calls;

import java.time.Duration;
import java.util.List;
import java.util.Optional;

/** What a number of a domain is. */
public sealed interface Callee {

    String number();

    String name();

    /** A person’s or a place’s, with the devices that have it on a line. */
    record Line(String number, String name, List<Ringer> ringers, Diversions diversions) implements Callee {

        public Line {
            ringers = List.copyOf(ringers);
        }

        /** The same with another number. */
        public Line renumbered(String other) {
            return new Line(other, name, ringers, diversions);
        }
    }

    /**
     * Extensions that ring together, or one after the other.
     *
     * @param each how long all of them ring, or each in its turn
     * @param members numbers, in their order
     * @param afterwards where the call goes when nobody answered
     */
    record Group(
            String number,
            String name,
            boolean together,
            Duration each,
            List<String> members,
            Optional<String> afterwards)
            implements Callee {

        public Group {
            members = List.copyOf(members);
        }
    }

    /** Something that answers by itself: the voicemail, an announcement, the test call. */
    record Service(String number, String name) implements Callee {}
}
