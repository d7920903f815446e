package jordfell.lab.trial;

import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import jordfell.lab.fault.FaultKind;

/** What goes wrong in a trial: a fault of the world, or what somebody does at one phone or to its record. */
public sealed interface Mishap permits Mishap.OfTheWorld, Deed {

    /** As in a table: {@code SIP_BLOCKED}. */
    String name();

    /** A fault that can be switched on. */
    record OfTheWorld(FaultKind kind) implements Mishap {
        @Override
        public String name() {
            return kind.name();
        }

        @Override
        public String toString() {
            return name();
        }
    }

    /** All that can be tried. */
    static List<Mishap> all() {
        return Stream.concat(Arrays.stream(FaultKind.values()).map(OfTheWorld::new), Arrays.stream(Deed.values()))
                .toList();
    }
}
