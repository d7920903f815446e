package jordfell.server.release;

import java.util.Optional;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.problem.RefusedException;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;

/** The release that is being made at the moment. There is one at a time; how far it is can be seen, and it can be cancelled. */
@Component
class Making {

    /** A short release is waited for. */
    private static final long PATIENCE_SECONDS = 5;

    /** @param who makes it */
    record Progress(String who, int done, int of) {}

    /** Somebody's turn to make a release; closing it is the next one's. */
    final class Turn implements AutoCloseable {

        private final String who;
        private final int of;
        private final AtomicInteger done = new AtomicInteger();
        private volatile String cancelledBy = "";

        private Turn(String who, int of) {
            this.who = who;
            this.of = of;
        }

        /** One more device is done; throws if the release was cancelled meanwhile. */
        void step() {
            done.incrementAndGet();
            if (!cancelledBy.isEmpty()) {
                throw RefusedException.field(
                        "/",
                        cancelledBy + " cancelled it after " + done.get() + " of " + of + " devices.",
                        "Nothing was released.");
            }
        }

        @Override
        public void close() {
            present = null;
            one.release();
            tell(of);
        }
    }

    /** A release of fewer devices is over before anybody has looked. */
    private static final int WORTH_TELLING = 20;

    private final Runnable moved;
    private final Semaphore one = new Semaphore(1, true);
    private volatile @Nullable Turn present;

    @Autowired
    Making(Changes changes) {
        this(() -> changes.tell(Subject.RELEASE));
    }

    /** @param moved has every open screen look how far it is */
    Making(Runnable moved) {
        this.moved = moved;
    }

    /** Has every open screen look how far it is. */
    private void tell(int devices) {
        if (devices >= WORTH_TELLING) {
            moved.run();
        }
    }

    /** Waits a moment for a release that is being made, and refuses if it takes longer. */
    Turn begin(String who, int devices) {
        try {
            if (!one.tryAcquire(PATIENCE_SECONDS, TimeUnit.SECONDS)) {
                throw RefusedException.field(
                        "/",
                        progress()
                                .map(p -> p.who() + " is making a release: " + p.done() + " of " + p.of()
                                        + " devices are done.")
                                .orElse("Another release is being made."),
                        "Release when it is made; what is left then is shown anew.");
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("interrupted while waiting for another release", e);
        }
        Turn turn = new Turn(who, devices);
        present = turn;
        tell(devices);
        return turn;
    }

    Optional<Progress> progress() {
        return Optional.ofNullable(present).map(t -> new Progress(t.who, t.done.get(), t.of));
    }

    /** Has the release that is being made come to nothing. */
    void cancel(String who) {
        Optional.ofNullable(present).ifPresent(t -> t.cancelledBy = who);
    }
}
