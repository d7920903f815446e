package jordfell.server.closer;

import java.time.InstantSource;
import jordfell.server.keeping.DataWatch;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Puts back what was raised once its time is over. */
@Component
class CloserLookKeeper {

    private static final Logger log = LoggerFactory.getLogger(CloserLookKeeper.class);

    private final CloserLookStore store;
    private final CloserLooks looks;
    private final DataWatch watch;
    private final InstantSource clock;

    CloserLookKeeper(CloserLookStore store, CloserLooks looks, DataWatch watch, InstantSource clock) {
        this.store = store;
        this.looks = looks;
        this.watch = watch;
        this.clock = clock;
    }

    @Scheduled(initialDelayString = "PT15S", fixedDelayString = "PT15S")
    void putBack() {
        if (!watch.mayWrite()) {
            return;
        }
        for (long device : store.due(clock.instant())) {
            try {
                looks.putBack(device);
            } catch (RuntimeException e) {
                log.warn(
                        "Device {} could not be put back: {}",
                        device,
                        e.getClass().getSimpleName());
            }
        }
    }
}
