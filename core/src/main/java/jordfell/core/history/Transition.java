package jordfell.core.history;

import java.time.Instant;
import jordfell.core.path.Condition;
import jordfell.core.path.Stop;
import jordfell.core.path.StopState;

/** Something of a device moved: the one signal that lists, waves, watches and live screens listen to. */
public sealed interface Transition {

    Instant at();

    record StopMoved(Instant at, Stop stop, StopState from, StopState to) implements Transition {}

    record ConditionChanged(Instant at, Condition from, Condition to) implements Transition {}

    record FindingOpened(Instant at, FindingLife life) implements Transition {}

    record FindingClosed(Instant at, FindingLife life, Closing why) implements Transition {}

    /** A number of the device is registered now. */
    record LineGained(Instant at, String number) implements Transition {}

    /** A number of the device is registered no more. */
    record LineLost(Instant at, String number) implements Transition {}
}
