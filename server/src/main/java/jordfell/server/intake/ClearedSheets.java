package jordfell.server.intake;

import java.time.Duration;
import java.time.InstantSource;
import jordfell.server.config.JordfellProperties;
import jordfell.server.records.SheetStore;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Sheets that were cleared go for good after the time that the screens name. */
@Component
class ClearedSheets {

    private final SheetStore store;
    private final InstantSource clock;
    private final Duration kept;

    ClearedSheets(SheetStore store, InstantSource clock, JordfellProperties properties) {
        this.store = store;
        this.clock = clock;
        this.kept = Duration.ofDays(properties.clearedDays());
    }

    @Scheduled(initialDelayString = "PT1M", fixedDelayString = "PT1H")
    void forget() {
        store.forgetAside(clock.instant().minus(kept));
    }
}
