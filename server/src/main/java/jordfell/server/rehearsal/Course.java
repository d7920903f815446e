package jordfell.server.rehearsal;

import java.util.List;
import java.util.Set;
import jordfell.lab.phone.PhoneState;
import jordfell.lab.scenario.Scenario;
import jordfell.server.lab.LabFaults;

/** What a scenario does beside its fault, and how that is mended. */
interface Course {

    /**
     * Where it happens.
     *
     * @param there phones of the Lab that stand there and have power
     */
    record Ground(Scenario scenario, LabFaults.Place place, List<PhoneState> there) {}

    /**
     * What was done.
     *
     * @param faults ids of those that were switched on besides
     * @param phones those to which something was done
     * @param devices those of them that are enrolled, or were just now
     * @param singled devices of which something of their own is to be told
     * @param undo what is needed to mend it
     */
    record Done(List<Long> faults, List<PhoneState> phones, Set<Long> devices, Set<Long> singled, String undo) {}

    /** Whether it is the course of a scenario. */
    boolean isOf(Scenario.Beside beside);

    /** Does it. */
    Done begin(Ground ground);

    /** Mends it. */
    default void end(Rehearsal rehearsal) {}
}
