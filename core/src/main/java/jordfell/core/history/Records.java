package jordfell.core.history;

import java.util.Optional;
import jordfell.core.diagnosis.Neighbours;
import jordfell.core.diagnosis.SecretBook;
import jordfell.core.path.DeviceFacts;

/**
 * What is on record of a device while its history is stepped.
 *
 * @param lastAct the newest that was done to it
 * @param neighbours what is heard of others now
 * @param asBefore they are what they were at the last step
 */
public record Records(
        DeviceFacts facts, SecretBook secrets, Optional<Act> lastAct, Neighbours neighbours, boolean asBefore) {

    /** Where nothing is known of others. */
    public Records(DeviceFacts facts, SecretBook secrets, Optional<Act> lastAct, boolean asBefore) {
        this(facts, secrets, lastAct, Neighbours.NONE, asBefore);
    }

    /** Records that may have changed since the last step. */
    public Records(DeviceFacts facts, SecretBook secrets, Optional<Act> lastAct) {
        this(facts, secrets, lastAct, false);
    }
}
