package jordfell.server.calls;

import java.time.Duration;
import java.util.concurrent.CompletableFuture;
import java.util.function.Consumer;
import jordfell.core.identity.MacAddress;
import jordfell.lab.world.FollowedCall;

/** Has a phone of the Lab dial. */
public interface LabDialler {

    /**
     * How a call went.
     *
     * @param detail what the registrar answered, or why nothing was dialled
     */
    record Rung(boolean worked, String detail) {}

    /** What came of it, once it is known; a phone that is none of the Lab’s dials nothing. */
    CompletableFuture<Rung> dial(MacAddress phone, String keys);

    /**
     * Calls a number as nobody’s phone, to see what rings.
     *
     * @param told hears whenever the call comes further, and of its end
     */
    void follow(String domain, String number, Duration patience, Consumer<FollowedCall> told);
}
