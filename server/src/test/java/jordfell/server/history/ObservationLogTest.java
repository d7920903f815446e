package jordfell.server.history;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.identity.MacAddress;
import jordfell.server.fleet.PathKeeper;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;

/** Whose evidence it is. */
class ObservationLogTest {

    private static final String DOMAIN = "voice.tarnholm.example";

    private final Pier pier = new Pier(RunningServer.shared());
    private final ObservationLog log = pier.server().bean(ObservationLog.class);
    private final EpisodeStore store = pier.server().bean(EpisodeStore.class);

    private void bound(Optional<MacAddress> mac, String number, String contact) {
        bound(mac, number, contact, Change.ADDED);
    }

    private void bound(Optional<MacAddress> mac, String number, String contact, Change change) {
        Instant now = Instant.now();
        log.observed(
                DOMAIN,
                mac,
                new BindingChanged(
                        now,
                        number,
                        change,
                        contact,
                        "north",
                        contact.replaceFirst(".*@", "") + ":5060",
                        now.plusSeconds(60)));
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

    @Test
    void aPhoneThatAsksOftenStaysProvenAndFillsNoTable() {
        String mac = "02-4B-7A-0E-23-02";
        long device = pier.enrolled(mac, "Eager desk", "2246", "");
        pier.release(device);
        pier.unbox(mac);
        RunningServer.untilLong("registered", () -> pier.rail(device).startsWith("ppppppp"));
        bound(Optional.of(MacAddress.of(mac)), "2246", "sip:2246@192.0.2.4", Change.REFRESHED);
        pier.client().post("/api/devices/" + device + "/test-call", Map.of());
        RunningServer.until("proven", () -> pier.rail(device).equals("ppppppppp"));
        ConfigRequested first = store.of(device)
                .list(ConfigRequested.class, ConfigRequested::served)
                .get(0);
        int rows = store.newest(device).size();
        for (int i = 0; i < 100; i++) {
            log.observed(
                    "",
                    Optional.of(MacAddress.of(mac)),
                    new ConfigRequested(
                            Instant.now(), first.file(), 304, first.revision(), first.userAgent(), first.source()));
        }
        log.flush();
        assertThat(store.newest(device)).hasSizeLessThanOrEqualTo(rows + 1);
        assertThat(store.newest(device)).anyMatch(e -> e.times() == 100);
        pier.server().bean(PathKeeper.class).computeTouched();
        assertThat(pier.rail(device)).isEqualTo("ppppppppp");
    }
}
