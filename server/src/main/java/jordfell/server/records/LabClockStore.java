package jordfell.server.records;

import java.time.Duration;
import jordfell.server.jdbc.Jdbc;
import org.springframework.stereotype.Component;

/** By how much the clock went faster than the wall's before. */
@Component
public class LabClockStore {

    private final Jdbc jdbc;

    LabClockStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    public Duration ahead() {
        return jdbc.one("select ahead_ms from lab_clock", row -> Duration.ofMillis(row.number("ahead_ms")))
                .orElse(Duration.ZERO);
    }

    public void ahead(Duration ahead) {
        jdbc.update("merge into lab_clock (id, ahead_ms) key (id) values (1, ?)", ahead.toMillis());
    }
}
