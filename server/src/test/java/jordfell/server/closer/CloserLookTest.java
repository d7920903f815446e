package jordfell.server.closer;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.records.SettingStore;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A device writes down all that it can for a while, and is put back as it was, with nothing else released. */
class CloserLookTest {

    private final RunningServer server = RunningServer.shared();
    private final Pier pier = new Pier(server);
    private final Client technician = pier.client();
    private final SettingStore settings = server.bean(SettingStore.class);
    private final CloserLooks looks = server.bean(CloserLooks.class);

    private String at(long device) {
        return "/api/devices/" + device + "/closer-look";
    }

    private String level(long device) {
        return settings.word(LayerKind.DEVICE, Long.toString(device), SettingsCatalogue.LOG_LEVEL)
                .map(SettingStore.Word::value)
                .orElse("nothing");
    }

    private String released(long device) {
        return pier.sheet(device).path("releasedRevision").asString();
    }

    private long window(int number, String extension) {
        long device = pier.enrolled("02-4B-7A-0C-02-" + number, "Looked at " + number, extension, "");
        pier.release(device);
        return device;
    }

    @Test
    void itIsRaisedReleasedAndPutBackAsItWas() {
        long device = window(87, "2538");
        String before = released(device);
        assertThat(technician.get(at(device)).json().path("refused").asString()).isEmpty();
        assertThat(technician.post(at(device), Map.of("minutes", 60)).status()).isEqualTo(200);
        assertThat(level(device)).isEqualTo("7");
        assertThat(released(device)).isNotEqualTo(before);
        JsonNode stands = server.viewer().get(at(device)).json();
        assertThat(Instant.parse(stands.path("until").asString()))
                .isAfter(Instant.now().plusSeconds(3_000));
        assertThat(technician.post(at(device), Map.of("minutes", 60)).status())
                .as("it is raised already")
                .isEqualTo(412);
        assertThat(server.viewer().delete(at(device)).status()).isEqualTo(403);
        assertThat(technician.delete(at(device)).status()).isEqualTo(200);
        assertThat(level(device)).isEqualTo("nothing");
        assertThat(released(device)).isEqualTo(before);
        assertThat(technician.delete(at(device)).status()).isEqualTo(410);
    }

    @Test
    void whatSomebodySetMeanwhileStaysAndWhatWaitsIsNotReleasedWithIt() {
        long device = window(88, "2539");
        technician.post(at(device), Map.of("minutes", 60));
        String raised = released(device);
        technician.put("/api/settings/DEVICE/" + device + "/" + SettingsCatalogue.LOG_LEVEL, Map.of("value", "5"));
        technician.put("/api/settings/DEVICE/" + device + "/calls.voicemail", Map.of("value", "*76"));
        looks.putBack(device);
        assertThat(level(device)).isEqualTo("5");
        assertThat(released(device)).as("its changes wait").isEqualTo(raised);
        assertThat(technician.get(at(device)).json().path("refused").asString())
                .startsWith("It has changes that wait to be released");
        assertThat(technician.post(at(device), Map.of("minutes", 60)).status()).isEqualTo(422);
    }

    @Test
    void itIsPutBackByItselfOnceItsTimeIsOver() {
        long device = window(89, "2540");
        technician.post(at(device), Map.of("minutes", 5));
        CloserLookStore store = server.bean(CloserLookStore.class);
        List<CloserLookStore.Raised> raised = store.of(device);
        assertThat(raised).isNotEmpty();
        store.remove(device);
        raised.forEach(r -> store.add(new CloserLookStore.Raised(
                r.device(),
                r.setting(),
                r.raisedTo(),
                r.was(),
                r.wasLocked(),
                r.who(),
                r.began(),
                Instant.now().minusSeconds(1))));
        server.bean(CloserLookKeeper.class).putBack();
        assertThat(level(device)).isEqualTo("nothing");
        assertThat(store.of(device)).isEmpty();
    }

    @Test
    void aTimeThatCanNotBeIsRefusedAndSoIsADeviceThatIsNot() {
        long device = window(90, "2541");
        assertThat(technician.post(at(device), Map.of("minutes", 4)).problemAt("/minutes"))
                .startsWith("4 minutes can’t be.");
        assertThat(technician.post(at(device), Map.of("minutes", 1_441)).problemAt("/minutes"))
                .startsWith("1441 minutes can’t be.");
        assertThat(technician.get(at(999_999)).status()).isEqualTo(404);
    }
}
