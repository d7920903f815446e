package jordfell.server.calls;

import java.util.concurrent.CompletableFuture;
import jordfell.core.identity.MacAddress;

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
}
