package jordfell.server.observe;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.Optional;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.identity.MacAddress;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;

/** Whose evidence it is. */
class ObservationLogTest {

    private static final String DOMAIN = "voice.tarnholm.example";

    private final Pier pier = new Pier(RunningServer.shared());
    private final ObservationLog log = pier.server().bean(ObservationLog.class);
    private final ObservationStore store = pier.server().bean(ObservationStore.class);

    private void bound(Optional<MacAddress> mac, String number, String contact) {
        Instant now = Instant.now();
        log.observed(
                DOMAIN,
                mac,
                new BindingChanged(now, number, BindingChanged.Change.ADDED, contact, "north", now.plusSeconds(60)));
        log.flush();
    }

    private long bindings(long device) {
        return store.of(device).list(BindingChanged.class, b -> true).size();
    }

    @Test
    void agentThatNamesNobodyIsNotThePhoneThatNamesItself() {
        String mac = "02-4B-7A-0E-23-01";
        long device = pier.enrolled(mac, "Named desk", "2231", "");
        bound(Optional.empty(), "2231", "sip:2231@192.0.2.1");
        assertThat(bindings(device)).as("the only device with the extension").isEqualTo(1);
        bound(Optional.of(MacAddress.of(mac)), "2231", "sip:2231@192.0.2.2");
        assertThat(bindings(device)).isEqualTo(2);
        bound(Optional.empty(), "2231", "sip:2231@192.0.2.3");
        assertThat(bindings(device)).as("of another agent").isEqualTo(2);
    }
}
