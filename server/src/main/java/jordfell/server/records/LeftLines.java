package jordfell.server.records;

import java.util.HashSet;
import java.util.Set;
import jordfell.server.jdbc.Jdbc;
import org.springframework.stereotype.Component;

/** Numbers that somebody typed into a device and that are to be left alone: they are told no more. */
@Component
public class LeftLines {

    private final Jdbc jdbc;

    LeftLines(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    /** The numbers of a device that are left alone. */
    public Set<String> of(long deviceId) {
        return new HashSet<>(
                jdbc.list("select number from left_line where device_id = ?", row -> row.text("number"), deviceId));
    }

    public void leave(long deviceId, String number) {
        jdbc.update("merge into left_line (device_id, number) key (device_id, number) values (?, ?)", deviceId, number);
    }

    public void tellAgain(long deviceId, String number) {
        jdbc.update("delete from left_line where device_id = ? and number = ?", deviceId, number);
    }
}
