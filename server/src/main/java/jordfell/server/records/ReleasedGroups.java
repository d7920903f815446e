package jordfell.server.records;

import java.util.List;
import jordfell.server.jdbc.Jdbc;
import org.springframework.stereotype.Component;

/** Devices of one cause that were given something by one release. */
@Component
public class ReleasedGroups {

    private final Jdbc jdbc;

    ReleasedGroups(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    /** Those that have what this release gave them, and had something else before. */
    public List<Long> withSomethingBefore(String cause, String variant, long release) {
        return jdbc.list("""
                select s.device_id from device_state s join device_release r on r.device_id = s.device_id
                join release_item i on i.id = r.item_id
                where s.cause = ? and s.variant = ? and i.release_id = ? and i.state = 'SENT' and i.before_item is not null
                order by s.device_id""", row -> row.number("device_id"), cause, variant, release);
    }
}
