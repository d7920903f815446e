package jordfell.server.history;

import java.time.Instant;
import java.time.InstantSource;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import jordfell.core.history.Act;
import jordfell.server.jdbc.Jdbc;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What was done last to the records of a device: a finding that ends after it says so. */
@Component
public class LastActs {

    private static final int LONGEST = 300;

    private final Jdbc jdbc;
    private final ActTrail trail;
    private final InstantSource clock;

    LastActs(Jdbc jdbc, ActTrail trail, InstantSource clock) {
        this.jdbc = jdbc;
        this.trail = trail;
        this.clock = clock;
    }

    /** Something was done that these devices follow. */
    public void done(Collection<Long> devices, String who, String what) {
        String words = what.length() <= LONGEST ? what : what.substring(0, LONGEST - 1) + "…";
        Instant now = clock.instant();
        List<@Nullable Object[]> rows = devices.stream()
                .map(id -> new @Nullable Object[] {id, now, who, words})
                .toList();
        if (!rows.isEmpty()) {
            jdbc.batch("merge into last_act (device_id, at, who, what) key (device_id) values (?, ?, ?, ?)", rows);
            trail.add(devices, now, who, words);
        }
    }

    Optional<Act> of(long device) {
        return jdbc.one(
                "select at, who, what from last_act where device_id = ?",
                row -> new Act(row.time("at"), row.text("who"), row.text("what")),
                device);
    }
}
