package jordfell.server.release;

import jakarta.annotation.PreDestroy;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Consumer;
import java.util.function.Function;
import org.springframework.stereotype.Component;

/**
 * Works through many things on all cores. Only a part of them is under way at a time, so that what is held in memory does
 * not grow with the fleet; results are taken in order by the thread that asked.
 */
@Component
class InParts {

    private static final int PART = 256;

    private final ExecutorService workers =
            Executors.newFixedThreadPool(Runtime.getRuntime().availableProcessors(), task -> {
                Thread thread = new Thread(task, "many-devices");
                thread.setDaemon(true);
                return thread;
            });

    /** Has the work done for each, and gives what comes of it to the taker. */
    <A, B> void each(List<A> all, Function<A, B> work, Consumer<B> taker) {
        if (all.size() == 1) {
            taker.accept(work.apply(all.get(0)));
            return;
        }
        for (int from = 0; from < all.size(); from += PART) {
            List<Future<B>> part = new ArrayList<>();
            for (A one : all.subList(from, Math.min(all.size(), from + PART))) {
                part.add(workers.submit(() -> work.apply(one)));
            }
            part.forEach(result -> taker.accept(got(result)));
        }
    }

    @PreDestroy
    void stop() {
        workers.shutdownNow();
    }

    private static <B> B got(Future<B> result) {
        try {
            return result.get();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("interrupted while working through many devices", e);
        } catch (ExecutionException e) {
            throw e.getCause() instanceof RuntimeException cause ? cause : new IllegalStateException(e.getCause());
        }
    }
}
