package jordfell.server.history;

import java.util.Optional;

/** Agents without an instance of their own of which somebody said which device they are. */
public interface AdoptedStrays {

    /** The device that registers under this number from this address, if somebody said so. */
    Optional<Long> deviceOf(String domain, String number, String peer);
}
