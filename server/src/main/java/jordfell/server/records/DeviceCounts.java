package jordfell.server.records;

import java.util.List;
import jordfell.server.jdbc.Jdbc;
import org.springframework.stereotype.Component;

/** How many devices stand on what would be changed, and which of them would no longer fit. */
@Component
public class DeviceCounts {

    private static final int NAMED = 20;

    private final Jdbc jdbc;

    DeviceCounts(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    public long ofModel(String modelId) {
        return count("select count(*) n from device where model_id = ?", modelId);
    }

    public long at(long siteId) {
        return count("select count(*) n from device where site_id = ?", siteId);
    }

    /** The first labels of a model's devices that have more lines than so many. */
    public List<String> withMoreLines(String modelId, int lines) {
        return jdbc.list(
                "select d.label from device d join line l on l.device_id = d.id where d.model_id = ? "
                        + "group by d.id, d.label having count(*) > ? order by d.label limit ?",
                row -> row.text("label"),
                modelId,
                lines,
                NAMED);
    }

    /** All numbers on lines at a site. */
    public List<String> numbersAt(long siteId) {
        return jdbc.list(
                "select distinct e.number from device d join line l on l.device_id = d.id "
                        + "join extension e on e.id = l.extension_id where d.site_id = ?",
                row -> row.text("number"),
                siteId);
    }

    /** The first devices of a batch. */
    public List<Long> ofBatch(long batchId, int most) {
        return jdbc.list(
                "select id from device where batch_id = ? order by id limit ?", row -> row.number("id"), batchId, most);
    }

    private long count(String sql, Object value) {
        return jdbc.one(sql, row -> row.number("n"), value).orElse(0L);
    }
}
