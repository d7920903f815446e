package jordfell.server.records;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.List;
import jordfell.core.history.LineStanding;
import jordfell.server.jdbc.Jdbc;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** How each number stands with the devices that have it, kept for lists and filters. */
@Component
public class LineStateStore {

    private static final int MOST_IN_MIND = 120_000;
    private static final int LONGEST = 200;

    private final Jdbc jdbc;

    /** What was written last of each device: most looks change nothing of its lines. */
    private final Cache<Long, List<LineStanding>> written =
            Caffeine.newBuilder().maximumSize(MOST_IN_MIND).build();

    LineStateStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    /** Keeps how the lines of a device stand, if that is otherwise than before. */
    public void put(long deviceId, long domainId, List<LineStanding> standings) {
        if (standings.equals(written.getIfPresent(deviceId))) {
            return;
        }
        jdbc.inTransaction(() -> {
            jdbc.update("delete from line_state where device_id = ?", deviceId);
            jdbc.batch(
                    "insert into line_state (device_id, domain_id, number, by_hand, state, peer, node, since, why)"
                            + " values (?, ?, ?, ?, ?, ?, ?, ?, ?)",
                    standings.stream()
                            .map(s -> new @Nullable Object[] {
                                deviceId,
                                domainId,
                                s.number(),
                                s.byHand(),
                                s.state().name(),
                                s.peer(),
                                s.node(),
                                s.since().orElse(null),
                                s.why().substring(0, Math.min(LONGEST, s.why().length()))
                            })
                            .toList());
        });
        written.put(deviceId, standings);
    }

    /** The device was removed, or came back: nothing is known of what is written. */
    public void forget(long deviceId) {
        written.invalidate(deviceId);
    }
}
