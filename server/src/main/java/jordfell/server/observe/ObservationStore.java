package jordfell.server.observe;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.evidence.Evidence;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.FirmwareAsked;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.core.evidence.Observation.SipSeen;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.server.jdbc.Jdbc;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** The append-only log of observations. */
@Component
public class ObservationStore {

    private record Kind(String name, Class<? extends Observation> type, int most) {}

    /** How many of each kind a device's path is computed from: the newest ones. */
    private static final List<Kind> KINDS = List.of(
            new Kind("config", ConfigRequested.class, 40),
            new Kind("dns", NameLookedUp.class, 40),
            new Kind("sip", SipSeen.class, 240),
            new Kind("binding", BindingChanged.class, 80),
            new Kind("ping", Pinged.class, 8),
            new Kind("call", TestCalled.class, 10),
            new Kind("firmware", FirmwareAsked.class, 10));

    private static final Map<Class<?>, String> NAMES = new LinkedHashMap<>();

    static {
        KINDS.forEach(kind -> NAMES.put(kind.type(), kind.name()));
    }

    /** An observation and the device it belongs to, if that is known. */
    public record Entry(Optional<Long> deviceId, Observation observation) {}

    private final Jdbc jdbc;
    private final JsonMapper json;

    ObservationStore(Jdbc jdbc, JsonMapper json) {
        this.jdbc = jdbc;
        this.json = json;
    }

    public void append(List<Entry> entries) {
        List<@Nullable Object[]> rows = new ArrayList<>();
        for (Entry entry : entries) {
            rows.add(new @Nullable Object[] {
                entry.observation().at(),
                entry.deviceId().orElse(null),
                NAMES.get(entry.observation().getClass()),
                json.writeValueAsString(entry.observation())
            });
        }
        jdbc.batch("insert into observation (at, device_id, kind, data) values (?, ?, ?, ?)", rows);
    }

    /** What there is of a device, the newest of each kind. */
    public Evidence of(long deviceId) {
        List<Observation> all = new ArrayList<>();
        for (Kind kind : KINDS) {
            all.addAll(jdbc.list(
                    "select data from observation where device_id = ? and kind = ? order by id desc limit ?",
                    row -> json.readValue(row.text("data"), kind.type()),
                    deviceId,
                    kind.name(),
                    kind.most()));
        }
        // Of each kind the newest came first; equal times must keep the order in which they happened.
        java.util.Collections.reverse(all);
        return new Evidence(all);
    }
}
