package jordfell.server.alarm;

import java.time.Duration;
import java.time.LocalTime;
import java.util.Optional;
import jordfell.core.alarm.AlarmKind;
import jordfell.core.alarm.AlarmRule;
import org.springframework.stereotype.Component;

/** The alarms that the demo begins with; whoever is on duty has mail of them. */
@Component
public class DemoAlarms {

    private static final String DUTY = "duty@tarnholm.example";
    private static final String UNUSED_KEY = "no web address is posted to";

    private final AlarmStore store;

    DemoAlarms(AlarmStore store) {
        this.store = store;
    }

    public void build() {
        add("A place goes quiet", AlarmKind.SILENT, 3, 5, Optional.empty());
        add("A registrar is gone", AlarmKind.NODE_DOWN, 1, 1, Optional.empty());
        add("Certificates", AlarmKind.CERTIFICATE, 14, 1, Optional.of(LocalTime.of(22, 0)));
        add("Somebody guesses", AlarmKind.STRAYS, 200, 10, Optional.empty());
    }

    private void add(String name, AlarmKind kind, int count, int minutes, Optional<LocalTime> quietFrom) {
        store.add(
                new AlarmRule(
                        0,
                        name,
                        kind,
                        count,
                        Duration.ofMinutes(minutes),
                        quietFrom,
                        quietFrom.map(from -> from.plusHours(8)),
                        DUTY,
                        "",
                        true),
                UNUSED_KEY);
    }
}
