package jordfell.server.records;

import java.util.LinkedHashMap;
import java.util.Map;
import jordfell.server.jdbc.Jdbc;
import org.springframework.stereotype.Component;

/** The zone files that somebody gave the Lab's name service, by domain. */
@Component
public class LabZoneStore {

    private final Jdbc jdbc;

    LabZoneStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    public void put(String domain, String text) {
        jdbc.update("merge into lab_zone (domain, zone) key (domain) values (?, ?)", domain, text);
    }

    public void remove(String domain) {
        jdbc.update("delete from lab_zone where domain = ?", domain);
    }

    public Map<String, String> all() {
        Map<String, String> all = new LinkedHashMap<>();
        jdbc.list("select * from lab_zone order by domain", row -> Map.entry(row.text("domain"), row.text("zone")))
                .forEach(zone -> all.put(zone.getKey(), zone.getValue()));
        return all;
    }
}
