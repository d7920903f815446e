package jordfell.server.change;

import java.time.Duration;
import java.time.InstantSource;
import jordfell.server.config.JordfellProperties;
import jordfell.server.jdbc.Jdbc;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** What an act would bring back is forgotten after the time that the History names; that it was done stays told. */
@Component
class OldActs {

    /** What stands in place of what is forgotten. */
    static final String FORGOTTEN = "";

    private final Jdbc jdbc;
    private final InstantSource clock;
    private final Duration kept;

    OldActs(Jdbc jdbc, InstantSource clock, JordfellProperties properties) {
        this.jdbc = jdbc;
        this.clock = clock;
        this.kept = Duration.ofDays(properties.undoDays());
    }

    @Scheduled(initialDelayString = "PT1M", fixedDelayString = "PT1H")
    void forget() {
        jdbc.update(
                "update act set journal = ? where at < ? and journal <> ?",
                FORGOTTEN,
                clock.instant().minus(kept),
                FORGOTTEN);
    }
}
