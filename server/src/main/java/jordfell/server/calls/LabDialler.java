package jordfell.server.calls;

import java.time.Duration;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.Consumer;
import jordfell.core.evidence.FollowedCall;
import jordfell.core.identity.MacAddress;
import jordfell.server.problem.RefusedException;

/** Has a phone of the Lab dial. */
public interface LabDialler {

    /**
     * How a call went.
     *
     * @param detail what the registrar answered, or why nothing was dialled
     */
    record Rung(boolean worked, String detail) {

        /** Waits for it. */
        public static Rung of(CompletableFuture<Rung> rung, Duration patience) {
            try {
                return rung.get(patience.toSeconds(), TimeUnit.SECONDS);
            } catch (TimeoutException e) {
                return new Rung(false, "no answer within " + patience.toSeconds() + " s");
            } catch (ExecutionException e) {
                throw new IllegalStateException(e);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw RefusedException.busy("The server stops.");
            }
        }
    }

    /** What came of it, once it is known; a phone that is none of the Lab’s dials nothing. */
    CompletableFuture<Rung> dial(MacAddress phone, String keys);

    /**
     * Calls a number as nobody’s phone, to see what rings.
     *
     * @param told hears whenever the call comes further, and of its end
     */
    void follow(String domain, String number, Duration patience, Consumer<FollowedCall> told);
}
